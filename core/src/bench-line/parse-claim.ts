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
  const named = CLAIM_SOURCES.find((name) => words.some((word) => word.toLowerCase() === name));
  const source: ClaimSource = named ?? 'listing';
  const rest = words.filter((word) => word.toLowerCase() !== named);
  if (rest.length === 0) return unread('claim: what does it say? As “claim 180lm listing”.');
  return claimFrom(rest.join(' '), source);
}

/**
 * One claim as it is said. A figure's field follows from its unit, or from the word before it; words that begin with
 * a field of their own (water, marks, battery …) are kept as words.
 */
export function claimFrom(text: string, source: ClaimSource): BenchOutcome {
  const words = wordsOf(text.trim());
  const [first = '', ...rest] = words;
  const textField = CLAIM_TEXT_FIELDS.find((field) => field === first.toLowerCase() && field !== 'listing') as ClaimTextField | undefined;
  if (textField) return claimInWords(textField, rest.join(' '), source);
  const named = claimFieldNamed(first);
  const figures = named ? rest : words;
  const [word, extra] = figures;
  if (word === undefined)
    return unread(named ? `${first}: and the figure, as “${first} 80”.` : '“claim” what? A figure with a unit, as 180 lm.');
  if (extra !== undefined && !/^(k|deg|degrees|lm|lumens)$/i.test(extra)) {
    return unread(`One claim a line: “claim ${word} ${source}”, then “claim ${extra} ${source}”.`, `claim ${word} ${source}`);
  }
  return claimInFigures(named, extra === undefined ? word : word + extra, source);
}

function claimInWords(field: ClaimTextField, text: string, source: ClaimSource): BenchOutcome {
  if (text === '') return unread(`${field}: and what does it say? As “claim ${field} … ${source}”.`);
  return entry(`the ${source} says ${CLAIM_TEXT_LABELS[field].toLowerCase()}: ${text}`, { kind: 'claim-text', field, text, source });
}

function claimInFigures(named: ReturnType<typeof claimFieldNamed>, text: string, source: ClaimSource): BenchOutcome {
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
