import { faultyCircuit } from '../appraisal/index.ts';
import { ARRANGEMENT_CODES, ARRANGEMENT_NAMES, type ArrangementCode } from '../arrangement/index.ts';
import { type LedPackage, packagesNamed, packagesOf, partOf } from '../circuit/index.ts';
import { isKind } from '../device/index.ts';
import { HOURS_A_YEAR, MARKS_SEEN, type MarkSeen, type Observation, type Sign, sayObservation, testAmpsOf } from '../diagnosis/index.ts';
import { meteredBy } from '../meter/index.ts';
import { readFigure } from '../quantity/index.ts';
import type { BenchContext } from './context.ts';
import { type BenchOutcome, entry, unread } from './outcome.ts';

/** What the whole thing does, as people say it; the first that the line fits counts. */
const WHOLE: readonly (readonly [RegExp, readonly Observation[]])[] = [
  [/^(works|lights|is fine)( again)?$/, [{ kind: 'lights', of: 'all', value: true }]],
  [/^(does not light|does not work|stays dark|is dark|is dead|dark)$/, [{ kind: 'lights', of: 'all', value: false }]],
  [/^(is )?dim$/, [{ kind: 'lights', of: 'all', value: 'dim' }]],
  [/^flickers$/, [{ kind: 'flickers', value: true }]],
  [/^does not flicker$/, [{ kind: 'flickers', value: false }]],
  [/^(comes back|lights|lit)( for a \w+| a \w+)? when (tapped|knocked|shaken)$/, [{ kind: 'tapped', value: true }]],
  [/^does not come back when (tapped|knocked|shaken)$/, [{ kind: 'tapped', value: false }]],
  [/^goes out when (warm|hot)$/, [{ kind: 'warm', value: true }]],
  [/^does not go out when (warm|hot)$/, [{ kind: 'warm', value: false }]],
  [/^smells( .*)?$/, [{ kind: 'smells', value: true }]],
  [/^does not smell$/, [{ kind: 'smells', value: false }]],
  [/^hums$/, [{ kind: 'hums', value: true }]],
  [/^does not hum$/, [{ kind: 'hums', value: false }]],
];

const WHOLE_EXAMPLES =
  'it does not light, it is dim, it flickers, it comes back when tapped, it goes out when warm, it smells, it hums, it was used 6 years 3 h a day, it works';

/** `it does not light`, `it flickers`: what the whole thing does. */
export function parseWhole(words: readonly string[]): BenchOutcome {
  const said = words
    .join(' ')
    .toLowerCase()
    .replace(/\bdoesn['’]?t\b/g, 'does not')
    .replace(/[.!]$/, '');
  const used = usedHours(said);
  if (typeof used === 'string') return unread(used);
  const things: readonly Observation[] | undefined =
    used === undefined ? WHOLE.find(([pattern]) => pattern.test(said))?.[1] : [{ kind: 'used', hours: used }];
  if (!things) return unread(`it …: ${WHOLE_EXAMPLES}.`);
  return entry(`it ${things.map(sayObservation).join(', ')}`, { kind: 'observed', things: [...things] });
}

const USED_EXAMPLE = '“it was used 6 years 3 h a day”, “it is 2 years old” or “it was used 4000 h”';

/** `was used 6 years 3 h a day`, `is 2 years old`, `was used 4000 h`; undefined where it says nothing of that, a string where it is wrong. */
function usedHours(said: string): number | string | undefined {
  const words =
    /^(?:was used|is)(?: for)?(?: about)? ([\d.]+) ?(years?|months?|h|hours?)( old)?(?:,? (?:at )?([\d.]+) ?h(?:ours)? a day)?$/.exec(said);
  if (!words) return /^was used\b/.test(said) ? `it was used …: for how long? As ${USED_EXAMPLE}.` : undefined;
  const [, figure, unit = '', , perDay] = words;
  const isHours = unit.startsWith('h');
  if (isHours && perDay !== undefined) return `it was used …: hours in all, or years and the hours of a day. As ${USED_EXAMPLE}.`;
  const years = Number(figure) / (unit.startsWith('month') ? 12 : 1);
  const hours = isHours ? Number(figure) : years * (perDay === undefined ? HOURS_A_YEAR : 365 * Number(perDay));
  if (Number(perDay ?? 1) > 24) return 'it was used …: a day has 24 hours.';
  return hours > 0 && hours <= MOST_HOURS_USED ? hours : `it was used …: for how long? As ${USED_EXAMPLE}.`;
}

/** A century day and night. */
const MOST_HOURS_USED = 876_000;

/** `nothing seen`: every part was looked at. */
export function parseNothing(words: readonly string[]): BenchOutcome {
  if (words.join(' ').toLowerCase() !== 'seen')
    return unread('nothing …: “nothing seen” says that every part was looked at, and none is marked.');
  const things: Observation[] = [{ kind: 'seen', of: 'all', value: 'nothing' }];
  return entry('every part looked at: no dark spot, nothing burnt, bulged or loose', { kind: 'observed', things });
}

/** `suppose capacitive-dropper 9`: the usual circuit stands in for one that is not traced. */
export function parseSuppose([code, count = '1', ...more]: readonly string[]): BenchOutcome {
  const known = ARRANGEMENT_CODES.find((one) => one === code?.toLowerCase());
  if (!known) return unread(`suppose: which kind? ${SUPPOSABLE.join(', ')}; and how many LEDs, as “suppose capacitive-dropper 9”.`);
  const leds = Number(count);
  if (!Number.isInteger(leds) || leds < 1 || leds > 400 || more.length > 0) return unread('suppose: how many LED packages? 1 to 400.');
  return entry(`taken for the usual circuit of its kind: ${ARRANGEMENT_NAMES[known]}, ${leds} LED packages, until it is traced`, {
    kind: 'suppose',
    arrangement: known,
    leds,
  });
}

/** Kinds that a dead lamp or torch is usually of. */
export const SUPPOSABLE: readonly ArrangementCode[] = [
  'capacitive-dropper',
  'linear-sink',
  'resistive-dropper',
  'direct',
  'resistor-ballast',
  'shared-resistor',
  'module-converter',
];

/** What is said of a part or a package, as its first or only word. */
const STATES: Readonly<Record<string, 'lights' | 'dim' | 'dark' | 'open' | 'short' | MarkSeen>> = {
  lights: 'lights',
  light: 'lights',
  dim: 'dim',
  dark: 'dark',
  open: 'open',
  ol: 'open',
  short: 'short',
  shorted: 'short',
  burnt: 'burnt',
  burned: 'burnt',
  bulged: 'bulged',
  loose: 'loose',
};

/**
 * What was seen of a part or package, or tried with it: `D7 dark`, `D1-D9 light but D5`, `D5 dark spot`, `R1 burnt`, `R1 ol`,
 * `D7 5.45v @ 5ma` of a package of a row.
 *
 * @returns undefined where it is none of these
 */
export function parseObserved(words: readonly string[], context: BenchContext): BenchOutcome | undefined {
  const [first = '', second = '', ...rest] = words;
  const circuit = faultyCircuit(context.specimen)?.circuit;
  if (!circuit) return undefined;
  const packages = packagesNamed(packagesOf(circuit), first);
  const part = circuit.parts.find(({ ref }) => ref.toUpperCase() === first.toUpperCase());
  if (packages.length === 0 && !part) return undefined;
  const of = part?.ref ?? (packages.length === 1 ? (packages[0] as LedPackage).name : first.toUpperCase());
  // Of a part by itself volts are a reading like any other; a package of a row is no part.
  if (!part && packages.length > 0) {
    const alone = aloneOf(of, [second, ...rest], context);
    if (alone) return alone;
  }
  const isDarkSpot = second.toLowerCase() === 'dark' && rest[0]?.toLowerCase() === 'spot';
  const state = isDarkSpot ? 'dark spot' : STATES[second.toLowerCase()];
  const tail = isDarkSpot ? rest.slice(1) : rest;
  if (!state) return undefined;
  if ((MARKS_SEEN as readonly string[]).includes(state)) {
    if (tail.length > 0) return unread(`${of} ${state}: and nothing behind it; more goes into a note.`);
    return observed([{ kind: 'seen', of, value: state as MarkSeen }]);
  }
  if (state === 'open' || state === 'short') return tail.length > 0 ? undefined : observed([{ kind: 'tested', of, value: state }]);
  if (packages.length === 0) return unread(`${of}: only an LED lights; of a part it is open, short, burnt, bulged or loose.`);
  return lightOf(of, packages, state as 'lights' | 'dim' | 'dark', tail, context);
}

function lightOf(
  of: string,
  packages: readonly LedPackage[],
  state: 'lights' | 'dim' | 'dark',
  tail: readonly string[],
  context: BenchContext,
): BenchOutcome {
  const circuit = faultyCircuit(context.specimen)?.circuit;
  const part = circuit && partOf(circuit, packages[0]?.ref ?? '');
  const butAt = tail.findIndex((word) => /^(but|except)$/i.test(word));
  const [before, but] = butAt === -1 ? [tail, []] : [tail.slice(0, butAt), tail.slice(butAt + 1)];
  const at = before[0] === '@' ? readFigure(before[1] ?? '') : undefined;
  if (before.length > 0 && !(at && 'value' in at && at.unit === 'amps' && at.value > 0 && before.length === 2))
    return unread(
      `${of} ${state} …: with a current behind it, as “${of} lights @ 5ma”, or with those that do not, as “D1-D9 light but D5”.`,
    );
  const odd = but.filter((word) => !/^and$/i.test(word)).map((word) => word.replace(/,$/, '').toUpperCase());
  const stray = odd.find((name) => !packages.some((one) => one.name.toUpperCase() === name));
  if (stray !== undefined) return unread(`${stray} is none of ${of}.`);
  // With power on it is the lamp's own current that lights it, else a bench supply's.
  const amps = at && 'value' in at ? at.value : isKind(part, 'led') && context.benchState !== 'live' ? testAmpsOf(part) : undefined;
  const value = state === 'lights' ? true : state === 'dim' ? ('dim' as const) : false;
  const said = (name: string, how: boolean | 'dim'): Observation => ({
    kind: 'lights',
    of: name,
    value: how,
    ...(amps !== undefined && { atAmps: amps }),
  });
  if (odd.length === 0) return observed([said(of, value)]);
  return observed(packages.map(({ name }) => said(name, odd.includes(name.toUpperCase()) ? value !== true : value)));
}

/** Of packages by themselves. */
const MOST_VOLTS = 1000;

/** `5.45v @ 5ma` */
function aloneOf(of: string, words: readonly string[], { specimen }: BenchContext): BenchOutcome | undefined {
  const [figure = '', sign, current = '', ...more] = words;
  const volts = readFigure(figure);
  if (!volts || 'wrong' in volts || volts.unit !== 'volts') return undefined;
  const amps = sign === '@' ? readFigure(current) : undefined;
  if (!amps || 'wrong' in amps || amps.unit !== 'amps' || !(amps.value > 0) || more.length > 0)
    return unread(`${of} ${figure}: lit by itself with which current? As “${of} 5.45v @ 5ma”.`);
  if (volts.value < 0) return unread(`${of} ${figure}: negative? Then the leads are the wrong way round; an LED lights one way only.`);
  if (volts.value > MOST_VOLTS) return unread(`${of} ${figure}: no bench supply has that much; look at the unit and its prefix.`);
  const { uncertainty } = meteredBy(specimen.meters.get('probes'), 'volts', volts.value, volts.resolution);
  return observed([{ kind: 'alone', of, volts: volts.value, uncertainty, atAmps: amps.value }]);
}

function observed(things: readonly Observation[]): BenchOutcome {
  const few = things.length > 4 ? [...things.filter((thing) => !(thing.kind === 'lights' && thing.value === true))] : things;
  const meaning = few.map(sayObservation).join(', ');
  return entry(few.length < things.length ? `${meaning}; the others light` : meaning, { kind: 'observed', things: [...things] });
}

const SIGN_NAMES: Readonly<Record<Sign, string>> = {
  flickers: 'flickers',
  tapped: 'comes back when tapped',
  warm: 'goes out when warm',
  smells: 'smells',
  hums: 'hums',
};

/** What can be said of the whole thing, for who offers it. */
export const WHOLE_SIGNS: readonly { readonly words: string; readonly things: readonly Observation[] }[] = [
  { words: 'does not light', things: [{ kind: 'lights', of: 'all', value: false }] },
  { words: 'is dim', things: [{ kind: 'lights', of: 'all', value: 'dim' }] },
  ...(Object.entries(SIGN_NAMES) as [Sign, string][]).map(([kind, words]) => ({ words, things: [{ kind, value: true }] as const })),
  { words: 'works', things: [{ kind: 'lights', of: 'all', value: true }] },
];
