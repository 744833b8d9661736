import { type Part, partSchema, readLed } from '../device/index.ts';
import { formatEngineering, readFigure } from '../quantity/index.ts';
import { type EntryDraft, netOf, terminalName } from '../tape/index.ts';
import { type BenchContext, lastingName } from './context.ts';
import { type BenchOutcome, unread } from './outcome.ts';
import { metresOf } from './words.ts';

const EXAMPLE = '“strip 25 x 8 led white 5mm 470r 12m 0.21r on P G”, with “fed middle” or “fed both ends” where it is';

/** So many places along the wires are solved each by itself; of more groups, neighbours stand together at the middle of theirs. */
const MOST_PLACES = 16;
/** More LEDs than any supply of few volts feeds. */
const MOST_GROUPS = 2000;
/** In series: what mains feeds is less. */
const MOST_IN_GROUP = 200;

const FEEDS = { end: 'fed at one end', middle: 'fed in the middle', ends: 'fed at both ends' } as const;
type Feed = keyof typeof FEEDS;

interface Asked {
  readonly groups: number;
  readonly led: Readonly<Record<string, unknown>>;
  readonly inGroup: number;
  readonly groupOhms: number;
  readonly metres: number;
  /** Of one wire, a metre. */
  readonly wireOhms: number;
  readonly feed: Feed;
  readonly plus: string;
  readonly minus: string;
}

/**
 * `strip 25 x 8 led white 470r 12m 0.21r on P G`: groups of LEDs, each with its resistor, along a pair of wires. Becomes
 * ordinary parts; the resistance of both wires lies in the plus wire, which is the same to every group.
 */
export function parseStrip(words: readonly string[], context: BenchContext): BenchOutcome {
  const asked = readStrip(words, context);
  if (typeof asked === 'string') return unread(`strip: ${asked}`);
  const parts = partsOf(asked, context);
  const drafts = parts.map((part): EntryDraft => ({ kind: 'part', part }));
  const [draft, ...more] = drafts as [EntryDraft, ...EntryDraft[]];
  const refs = ['D', 'R', 'W'].flatMap((letter) => spanOf(parts.filter(({ ref }) => ref.startsWith(letter)).map(({ ref }) => ref)));
  const wires =
    asked.wireOhms * asked.metres > 0
      ? `, ${asked.metres} m of two wires of ${formatEngineering(asked.wireOhms, 'ohms').text} a metre each, ${FEEDS[asked.feed]}`
      : '';
  const meaning = `${asked.groups} groups of ${asked.inGroup} in series and ${formatEngineering(asked.groupOhms, 'ohms').text}${wires}: ${refs.join(', ')}`;
  return { kind: 'entry', meaning, draft, more };
}

function spanOf(refs: readonly string[]): readonly string[] {
  const [first, last] = [refs[0], refs.at(-1)];
  return first === undefined ? [] : [first === last ? first : `${first}-${last}`];
}

function readStrip(words: readonly string[], { specimen }: BenchContext): Asked | string {
  const onAt = words.findIndex((word) => word.toLowerCase() === 'on');
  const [plus, minus] = onAt === -1 ? [] : words.slice(onAt + 1, onAt + 3);
  if (plus === undefined || minus === undefined) return `between which nets? As ${EXAMPLE}.`;
  for (const terminal of [plus, minus])
    if (terminalName(specimen.circuit.parts, terminal) === undefined) return `${terminal} is not a pin on the board.`;
  if (plus === minus || (netOf(specimen.nets, plus) && netOf(specimen.nets, plus) === netOf(specimen.nets, minus)))
    return `both its wires on ${plus} would be a short.`;
  const said = words.toSpliced(onAt, 3);
  const fedAt = said.findIndex((word) => word.toLowerCase() === 'fed');
  const feed = fedAt === -1 ? 'end' : feedOf(said.slice(fedAt + 1).join(' '));
  if (!feed) return `fed how? ${Object.keys(FEEDS).join(', ')}.`;
  const [count = '', times = '', inGroup = '', ...rest] = (fedAt === -1 ? said : said.slice(0, fedAt)).filter(
    (word) => !/^leds?$/i.test(word),
  );
  const [groups, each] = [Number(count), Number(inGroup)];
  if (!Number.isInteger(groups) || !Number.isInteger(each) || !/^[x×]$/i.test(times))
    return `how many groups of how many LEDs? As ${EXAMPLE}.`;
  if (groups < 2 || groups > MOST_GROUPS || each < 1 || each > MOST_IN_GROUP)
    return `${groups} groups of ${each}: 2 to ${MOST_GROUPS} groups of 1 to ${MOST_IN_GROUP} LEDs.`;
  const ohms: number[] = [];
  const ledWords: string[] = [];
  let metres = 0;
  for (const word of rest) {
    const length = metresOf(word);
    const figure = readFigure(word);
    if (length !== undefined) metres = length;
    else if (figure && 'unit' in figure && figure.unit === 'ohms') ohms.push(figure.value);
    else ledWords.push(word);
  }
  const [groupOhms, wireOhms = 0] = ohms;
  if (groupOhms === undefined || !(groupOhms > 0)) return `the ohms of each group, as ${EXAMPLE}.`;
  if (wireOhms > 0 !== metres > 0) return `how long, and of how many ohms a metre? As “12m 0.21r”.`;
  const led = readLed(each > 1 ? [...ledWords, String(each), 'series'] : ledWords, 1);
  if (typeof led === 'string') return led;
  return { groups, led: led.fields, inGroup: each, groupOhms, metres, wireOhms, feed, plus, minus };
}

function feedOf(text: string): Feed | undefined {
  if (/middle/i.test(text)) return 'middle';
  return /both|ends/i.test(text) ? 'ends' : /end|one/i.test(text) ? 'end' : undefined;
}

function partsOf(asked: Asked, { specimen }: BenchContext): readonly Part[] {
  const { groups, led, groupOhms, metres, wireOhms, feed } = asked;
  const [plus, minus] = [lastingName(asked.plus, specimen), lastingName(asked.minus, specimen)];
  const taken = [...specimen.circuit.parts, ...specimen.placed].map(({ ref }) => ref);
  const numbering = (letter: string) => 1 + Math.max(0, ...taken.map((ref) => Number(new RegExp(`^${letter}(\\d+)$`).exec(ref)?.[1] ?? 0)));
  const [firstD, firstR, firstW] = [numbering('D'), numbering('R'), numbering('W')];
  const places = wireOhms > 0 ? Math.min(groups, MOST_PLACES) : 1;
  // As many at each place as go evenly, the middle of each where it is along the wires.
  const bounds = Array.from({ length: places + 1 }, (_, index) => Math.round((index * groups) / places));
  const stepOhms = (2 * wireOhms * metres) / groups;
  const middles = bounds.slice(1).map((to, index) => ((bounds[index] as number) + to - 1) / 2);
  const fedAt = feed === 'middle' ? Math.floor((places - 1) / 2) : 0;
  const parts: unknown[] = [];
  const nets: string[] = [];
  for (let place = 0; place < places; place++) {
    const isFed = place === fedAt || (feed === 'ends' && place === places - 1);
    // Where nothing lies before it the net is the feed's; else the far end of the wire that leads there.
    nets.push(isFed ? plus : place < fedAt ? `W${firstW + place}.1` : `W${firstW + place - 1}.2`);
  }
  // From the feed outwards: a pin is there before anything lies on it.
  const outwards = [...Array(fedAt).keys()].reverse().concat(Array.from({ length: places - 1 - fedAt }, (_, index) => fedAt + index));
  for (const place of outwards) {
    const ref = `W${firstW + place}`;
    const ohms = stepOhms * ((middles[place + 1] as number) - (middles[place] as number));
    parts.push({ ref, kind: 'resistor', pins: [nets[place], nets[place + 1]], ohms, lead: true });
  }
  for (let place = 0; place < places; place++) {
    const alike = (bounds[place + 1] as number) - (bounds[place] as number);
    const [r, d] = [`R${firstR + place}`, `D${firstD + place}`];
    const many = alike > 1;
    parts.push({
      ref: r,
      kind: 'resistor',
      pins: [nets[place], `${r}.2`],
      ohms: groupOhms / alike,
      ...(many && { alike }),
    });
    parts.push({ ref: d, kind: 'led', pins: [`${r}.2`, minus], ...led, ...(many && { parallel: alike }) });
  }
  return parts.map((part) => partSchema.parse(part));
}
