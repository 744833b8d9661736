import { readFigure } from '../quantity/index.ts';
import { isPadNumber, padNameSchema } from '../tape/index.ts';
import type { BenchContext } from './context.ts';
import { type BenchOutcome, entry, unread } from './outcome.ts';

const MOST_PADS = 2000;
const FORCE = 'force';

interface Beep {
  readonly pad: string;
  readonly ohms?: number;
}

/**
 * `hold 4: 7 9 12 | 0.9r`: one probe on 4, and what of the rest beeped. Ohms stand behind their pad, or behind a bar,
 * where they belong to the last pads in order. `over 1-12` says what was touched; left out, it is every other pad.
 * `none` where nothing beeped, `force` against the refusal of the bench state.
 */
export function parseHold(words: readonly string[], context: BenchContext): BenchOutcome {
  const { held, beeped, over, forced } = clauses(words);
  if (held === undefined) return unread('hold: which pad is held? As “hold 4: 7 9 12 | 0.9r”.');
  const pad = padOf(held);
  if (pad === undefined) return unread(`${held} is not the name of a pad: letters and figures, at most 20.`);
  if (beeped.length === 0)
    return unread(
      `hold ${pad}: and what beeped? The pads, or “none”.`,
      `${words.length > 1 ? `hold ${words.join(' ')}` : `hold ${pad}:`} none`,
    );
  const beeps = beeped.length === 1 && /^none$/i.test(beeped[0] as string) ? [] : readBeeps(beeped);
  if (typeof beeps === 'string') return unread(`hold ${pad}: ${beeps}`);
  if (beeps.some((beep) => beep.pad === pad)) return unread(`hold ${pad}: a pad beeps on itself always; leave it out.`);
  const touched = over === undefined ? context.specimen.pads.map(({ name }) => name) : readPads(over);
  if (typeof touched === 'string') return unread(`hold ${pad}: ${touched}`);
  const all = [...new Set([...touched, ...beeps.map((beep) => beep.pad)])].filter((name) => name !== pad);
  if (all.length === 0)
    return unread(
      `hold ${pad}: no other pad is known yet. Say which were touched, as “hold ${pad}: none over 1-12”, or pin them on a photo first.`,
    );
  if (all.length > MOST_PADS) return unread(`hold ${pad}: ${all.length} pads are too many for one hold.`);
  const refusal = forced ? undefined : notDead(context);
  if (refusal) return unread(refusal);
  const silent = all.length - beeps.length;
  return entry(`held ${pad}: ${sayBeeps(beeps)}; ${silent === 0 ? 'nothing' : `${silent} ${silent === 1 ? 'pad' : 'pads'}`} silent`, {
    kind: 'sweep',
    hold: pad,
    over: all,
    beeps: [...beeps],
    ...(forced && { forced }),
  });
}

/** `4 x 5 6`: no connection. */
export function parseSilence(words: readonly string[], context: BenchContext): BenchOutcome | undefined {
  const [first = '', cross = ''] = words;
  const isPad = isPadNumber(first) || context.specimen.pads.some(({ name }) => name === first);
  if (!isPad || !/^[x×]$/i.test(cross)) return undefined;
  const forced = words.at(-1)?.toLowerCase() === FORCE;
  const others = readPads(words.slice(2, forced ? -1 : undefined));
  if (typeof others === 'string') return unread(`${first} x: ${others}`);
  if (others.length === 0) return unread(`${first} x: and which pads did not beep on it?`);
  if (others.includes(first)) return unread(`${first} x ${first}: a pad is joined to itself.`);
  const refusal = forced ? undefined : notDead(context);
  if (refusal) return unread(refusal);
  return entry(`no connection from ${first} to ${others.join(', ')}`, {
    kind: 'sweep',
    hold: first,
    over: [...others],
    beeps: [],
    ...(forced && { forced }),
  });
}

/** `pad 7 as gate`, `pad 7 copper plane`: a pad, another name for one, or the copper that it is seen to lie on. */
export function parsePad(words: readonly string[], { specimen }: BenchContext): BenchOutcome {
  const [typed = '', as, to] = words;
  const pad = padOf(typed);
  if (pad === undefined) return unread('pad: its number or name, as “pad 7”, or a new name, as “pad 7 as gate”.');
  const isKnown = specimen.pads.some(({ name }) => name === pad);
  if (as === undefined)
    return isKnown ? unread(`Pad ${pad} is there already.`, `pad ${pad} as `) : entry(`a pad, ${pad}`, { kind: 'pad', pad });
  if (as.toLowerCase() === 'copper' && to !== undefined)
    return entry(`pad ${pad} lies on the copper “${words.slice(2).join(' ')}”`, {
      kind: 'pad',
      pad,
      copper: words.slice(2).join(' ').slice(0, 40),
    });
  const name = padOf(to ?? '');
  if (as.toLowerCase() !== 'as' || name === undefined || words.length > 3)
    return unread(`pad ${pad}: another name is given as “pad ${pad} as gate”.`);
  if (!isKnown) return unread(`There is no pad ${pad}.`);
  if (specimen.pads.some((other) => other.name === name)) return unread(`There is a pad ${name} already.`);
  return entry(`pad ${pad} is called ${name}`, { kind: 'pad-name', from: pad, to: name });
}

/** `beeper 30r`: at how few ohms the meter beeps; with a second figure, what its leads show. */
export function parseBeeper(words: readonly string[]): BenchOutcome {
  const ohms = words.map(ohmsOf);
  const [beepOhms, leadOhms = 0.5] = ohms;
  if (beepOhms === undefined || ohms.includes(undefined) || words.length > 2)
    return unread('beeper: at how few ohms it beeps, as “beeper 30r”; what its leads show behind that, as “beeper 30r 0.3r”.');
  if (!(beepOhms > 0) || leadOhms > beepOhms) return unread('beeper: a meter beeps at more ohms than its leads have.');
  return entry(`the meter beeps at ${beepOhms} Ω or less; its leads show ${leadOhms} Ω`, { kind: 'beeper', beepOhms, leadOhms });
}

/** Figures and names of pads; `1-12` is a row of them. */
function readPads(words: readonly string[]): readonly string[] | string {
  const pads: string[] = [];
  for (const word of words.flatMap((text) => text.split(',')).filter(Boolean)) {
    const range = /^(\d{1,4})-(\d{1,4})$/.exec(word);
    if (range) {
      const [from, to] = [Number(range[1]), Number(range[2])];
      if (to < from || to - from >= MOST_PADS) return `${word} is no row of pads.`;
      for (let pad = from; pad <= to; pad++) pads.push(String(pad));
      continue;
    }
    const pad = padOf(word);
    if (pad === undefined) return `${word} is not the name of a pad.`;
    pads.push(pad);
  }
  return [...new Set(pads)];
}

interface HoldClauses {
  readonly held?: string;
  readonly beeped: readonly string[];
  readonly over?: readonly string[];
  readonly forced: boolean;
}

/** The parts of the line. `over` stands at the end, or before the colon: then what beeped is typed last. */
function clauses(words: readonly string[]): HoldClauses {
  const all = words.join(' ').replace(/:/g, ' : ').split(/\s+/).filter(Boolean);
  const forced = all.at(-1)?.toLowerCase() === FORCE;
  const said = forced ? all.slice(0, -1) : all;
  const [held, ...rest] = said;
  const over = rest.findIndex((word) => word.toLowerCase() === 'over');
  const colon = rest.indexOf(':');
  const isWord = (word: string) => word !== ':';
  const base = { ...(held !== undefined && isWord(held) && { held }), forced };
  if (over === -1) return { ...base, beeped: rest.filter(isWord) };
  if (over < colon) return { ...base, over: rest.slice(over + 1, colon), beeped: [...rest.slice(0, over), ...rest.slice(colon + 1)] };
  return { ...base, beeped: rest.slice(0, over).filter(isWord), over: rest.slice(over + 1) };
}

/** What beeped, with the ohms that the meter showed; or what is wrong. */
function readBeeps(words: readonly string[]): readonly Beep[] | string {
  const bar = words.indexOf('|');
  const named = bar === -1 ? words : words.slice(0, bar);
  const beeps: { pad: string; ohms?: number }[] = [];
  for (const word of named) {
    const ohms = ohmsOf(word);
    if (ohms !== undefined) {
      const last = beeps.at(-1);
      if (!last || last.ohms !== undefined) return `${word}: ohms stand behind their pad, as “12 0.9r”.`;
      last.ohms = ohms;
      continue;
    }
    const pads = readPads([word]);
    if (typeof pads === 'string') return pads;
    for (const pad of pads) if (!beeps.some((beep) => beep.pad === pad)) beeps.push({ pad });
  }
  if (bar === -1) return beeps;
  const figures = words.slice(bar + 1);
  const ohms = figures.map(ohmsOf);
  const wrong = ohms.indexOf(undefined);
  if (figures.length === 0 || wrong !== -1) return `${figures[wrong] ?? 'the bar'}: behind the bar stand ohms, as “0.9r”.`;
  if (ohms.length > beeps.length) return `${ohms.length} figures behind the bar for ${beeps.length} pads before it.`;
  const first = beeps.length - ohms.length;
  return beeps.map((beep, index) => (index < first ? beep : { ...beep, ohms: ohms[index - first] as number }));
}

function ohmsOf(word: string): number | undefined {
  const figure = readFigure(word);
  return figure && !('wrong' in figure) && figure.unit === 'ohms' && figure.value >= 0 ? figure.value : undefined;
}

function padOf(word: string): string | undefined {
  return padNameSchema.safeParse(word).success ? word : undefined;
}

function notDead({ benchState }: BenchContext): string | undefined {
  return benchState === 'dead'
    ? undefined
    : `Continuity is only beeped dead, and the bench is ${benchState}: volts spoil the answer, and the meter. Unplug it, then press b; “force” at the end takes it all the same, marked.`;
}

function sayBeeps(beeps: readonly Beep[]): string {
  if (beeps.length === 0) return 'nothing beeped';
  return `${beeps.map(({ pad, ohms }) => (ohms === undefined ? pad : `${pad} (${ohms} Ω)`)).join(', ')} beeped`;
}
