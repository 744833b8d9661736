import {
  CLAIM_DEFINITIONS,
  CLAIM_LABELS,
  CLAIM_SOURCES,
  CLAIM_TEXT_FIELDS,
  CLAIM_TEXT_LABELS,
  type ClaimSource,
  type ClaimTextField,
  claimFieldNamed,
  claimFieldOf,
  sayClaim,
} from '../claim/index.ts';
import { readFigure } from '../quantity/index.ts';
import { type BenchOutcome, entry, unread } from './outcome.ts';
import { metresOf, wordsOf } from './words.ts';

/** `claim 180lm listing`, `claim cri 80 box`, `claim 100-240v`, `claim water IP44 box`. */
export function parseClaim(words: readonly string[]): BenchOutcome {
  const named = words.find((word) => SOURCE_WORDS.has(word.toLowerCase()));
  const source = SOURCE_WORDS.get(named?.toLowerCase() ?? '') ?? 'listing';
  const rest = words.filter((word) => word.toLowerCase() !== named?.toLowerCase());
  if (rest.length === 0) return unread('claim: what does it say? As “claim 180lm listing”.');
  return claimFrom(rest.join(' '), source);
}

/** Where it is said, and what else people call that. */
const SOURCE_WORDS: ReadonlyMap<string, ClaimSource> = new Map([
  ...CLAIM_SOURCES.map((source) => [source, source] as const),
  ...(['label', 'plate', 'sticker', 'printed', 'housing'] as const).map((word) => [word, 'body'] as const),
  ...(['packaging', 'carton'] as const).map((word) => [word, 'box'] as const),
  ...(['manual', 'instructions'] as const).map((word) => [word, 'leaflet'] as const),
]);

/** Lamp caps by the names that boxes print. */
const CAP = /^(?:E(?:10|11|12|14|17|26|27|39|40)|B(?:15|22)d?|GU(?:10|5\.3|24)|G(?:4|5|9|13|23|24)|MR(?:11|16)|R7s|GX53|BA15[sd]?)$/i;
const ENERGY = /^A\+{0,3}$|^[B-G]$/;
/** In SI units: more than any lamp, cell or reach of a beam has. */
const BEYOND_ANY_BOX = 1e9;
/** Words that stand between claims and say nothing. */
const FILLERS = new Set(['usb', 'and', 'with', ',', 'at', 'ac', 'dc', 'led']);

/**
 * Claims as they are said, one after the other. A figure's field follows from its unit, or from the word before it or
 * behind; words that begin with a field of their own (water, marks, battery …) are kept as words.
 */
export function claimFrom(text: string, source: ClaimSource): BenchOutcome {
  const words = inHours(wordsOf(text.trim()).flatMap(apart));
  const [first = '', ...rest] = words;
  const textField = CLAIM_TEXT_FIELDS.find((field) => field === first.toLowerCase() && field !== 'listing') as ClaimTextField | undefined;
  if (textField) return claimInWords(textField, text.trim().replace(/^\S+\s*/, ''), source);
  if (/^(?:class|energy)$/i.test(first) && rest.length > 0) return claimInWords('energy', rest.join(' '), source);
  const claims: Extract<BenchOutcome, { kind: 'entry' }>[] = [];
  for (let at = 0; at < words.length; ) {
    const taken = claimAt(words, at, source);
    if (taken === 'filler') {
      at += 1;
      continue;
    }
    const before = claims.at(-1)?.draft;
    // Behind its figure a name says once more what it is of: 120 deg beam.
    if (before && 'field' in before && claimFieldNamed(words[at] ?? '') === before.field) {
      at += 1;
      continue;
    }
    if (taken.outcome.kind !== 'entry') return taken.outcome;
    claims.push(taken.outcome);
    at += taken.used;
  }
  const [claim, ...more] = claims;
  if (!claim) return unread('“claim” what? A figure with a unit, as 180 lm.');
  if (more.length === 0) return claim;
  return { ...claim, meaning: claims.map(({ meaning }) => meaning).join('; '), more: more.map(({ draft }) => draft) };
}

/** `5v/1a` is two claims, `50/60hz` one. */
function apart(word: string): readonly string[] {
  if (/^[\d.,]+\/[\d.,]+hz$/i.test(word) || /^[\d.,]+w\/m$/i.test(word)) return [word];
  return word.includes('/') && word.split('/').every((piece) => /^[\d.,]+[a-zA-Z]+$/.test(piece)) ? word.split('/') : [word];
}

/** Boxes say minutes and days; a claim of a time is in hours. */
const HOURS: Readonly<Record<string, number>> = { min: 1 / 60, mins: 1 / 60, minutes: 1 / 60, day: 24, days: 24, nights: 12 };

/** `30min`, `30 min`, `14 days` as `0.5h`, `336h`. */
function inHours(words: readonly string[]): string[] {
  const joined = words.flatMap((word, index) => {
    const unit = words[index + 1]?.toLowerCase() ?? '';
    if (/^[\d.,]+$/.test(word) && Object.hasOwn(HOURS, unit)) return [word + unit];
    return Object.hasOwn(HOURS, word.toLowerCase()) && /^[\d.,]+$/.test(words[index - 1] ?? '') ? [] : [word];
  });
  return joined.map((word) => {
    const [, figure = '', unit = ''] = /^([\d.,]+)([a-z]+)$/i.exec(word) ?? [];
    const hours = HOURS[unit.toLowerCase()];
    return hours === undefined ? word : `${Number((Number(figure.replace(',', '.')) * hours).toPrecision(6))}h`;
  });
}

type Taken = { readonly outcome: BenchOutcome; readonly used: number };

function claimAt(words: readonly string[], at: number, source: ClaimSource): Taken | 'filler' {
  const [word = '', next, after] = words.slice(at, at + 3);
  if (FILLERS.has(word.toLowerCase())) return 'filler';
  if (CAP.test(word)) return { outcome: claimInWords('base', word, source), used: 1 };
  if (/^(?:class|energy)$/i.test(word) && next !== undefined && ENERGY.test(next))
    return { outcome: claimInWords('energy', next, source), used: 2 };
  const hertz = /^([\d.,]+)\/([\d.,]+)hz$/i.exec(word);
  if (hertz) return { outcome: claimEntry('hertz', numberOf(hertz[1]), numberOf(hertz[2]), source), used: 1 };
  const perMetre = /^([\d.,]+)w\/m$/i.exec(word);
  if (perMetre) return { outcome: claimEntry('wattsPerMetre', numberOf(perMetre[1]), undefined, source), used: 1 };
  const named = claimFieldNamed(word);
  if (named) {
    if (next === undefined) return { outcome: unread(`${word}: and the figure, as “${word} 80”.`), used: 1 };
    return isUnitWord(after)
      ? { outcome: claimInFigures(named, next + after, source), used: 3 }
      : { outcome: claimInFigures(named, next, source), used: 2 };
  }
  if (isUnitWord(next)) return { outcome: claimInFigures(undefined, word + next, source), used: 2 };
  const behind = next === undefined || !/^[\d.,]+(?:[-–][\d.,]+)?$/.test(word) ? undefined : claimFieldNamed(next);
  if (behind) return { outcome: claimInFigures(behind, word, source), used: 2 };
  // A unit, and behind it what of: 15000h life, 25000 h lifetime.
  const same = next === undefined ? undefined : claimFieldNamed(next);
  const isOfNextFigure = after !== undefined && claimInFigures(same, after, source).kind === 'entry';
  if (same !== undefined && readFigure(word) !== undefined && !isOfNextFigure)
    return { outcome: claimInFigures(same, word, source), used: 2 };
  return { outcome: claimInFigures(undefined, word, source), used: 1 };
}

function isUnitWord(word: string | undefined): word is string {
  return word !== undefined && /^(k|deg|degrees|lm|h|hours|m)$/i.test(word);
}

function numberOf(text: string | undefined): number {
  return Number((text ?? '').replace(',', '.'));
}

function claimInWords(field: ClaimTextField, text: string, source: ClaimSource): BenchOutcome {
  if (text === '') return unread(`${field}: and what does it say? As “claim ${field} … ${source}”.`);
  return entry(`the ${source} says ${CLAIM_TEXT_LABELS[field].toLowerCase()}: ${text}`, { kind: 'claim-text', field, text, source });
}

function claimInFigures(word: ReturnType<typeof claimFieldNamed>, text: string, source: ClaimSource): BenchOutcome {
  // A beam in metres is how far it reaches.
  const named = word === 'beamDegrees' && /\dm$/i.test(text) ? 'throwMetres' : word;
  // A colour temperature is in kelvin, whatever k means elsewhere.
  const kelvin = /^(\d{4,5})k$/i.exec(text);
  if (kelvin && (named === undefined || named === 'kelvin')) return claimEntry('kelvin', Number(kelvin[1]), undefined, source);
  const metres = named && CLAIM_DEFINITIONS[named].unit === 'metres' ? metresOf(text) : undefined;
  if (named && metres !== undefined) return claimEntry(named, metres, undefined, source);
  const range = /^([\d.,]+)[-–]([\d.,]+[a-zA-Z°]*)$/.exec(text);
  const upper = readFigure(range?.[2] ?? text);
  if (!upper) return unread(`“${text}” is not a figure with a unit, as 180 lm.`);
  if ('wrong' in upper) return unread(upper.wrong);
  const field = named ?? (upper.unit && claimFieldOf(upper.unit));
  if (!field) return unread(`${text}: of what? Put v, a, w, lm, mAh, h, cd, hz, k or deg behind it, or cri, beam, throw, cells before it.`);
  if (upper.value > BEYOND_ANY_BOX) return unread(`${text.slice(0, 20)}…: no box says that much; look at the unit and its prefix.`);
  const { unit } = CLAIM_DEFINITIONS[field];
  if (upper.unit !== undefined && upper.unit !== unit) return unread(`${text}: ${CLAIM_LABELS[field].toLowerCase()} have another unit.`);
  const lower = range && readFigure(range[1] as string);
  // The unit, and its multiplier, stand behind the upper end only.
  const scale = range ? upper.value / Number.parseFloat((range[2] as string).replace(',', '.')) : 1;
  const value = lower && 'value' in lower ? lower.value * scale : upper.value;
  if (!(value > 0) || upper.value < value) return unread(`${text}: a claim is above zero, and a range rises.`);
  return claimEntry(field, value, range ? upper.value : undefined, source);
}

function claimEntry(field: keyof typeof CLAIM_DEFINITIONS, value: number, upTo: number | undefined, source: ClaimSource): BenchOutcome {
  return entry(`the ${source} says ${CLAIM_LABELS[field].toLowerCase()} ${sayClaim({ field, value, upTo })}`, {
    kind: 'claim',
    field,
    value,
    ...(upTo !== undefined && { upTo }),
    source,
  });
}
