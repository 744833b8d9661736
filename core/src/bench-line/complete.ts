import { LED_BODY_NAMES, LED_COLOUR_NAMES } from '../device/index.ts';
import type { BenchContext } from './context.ts';
import { BENCH_VERBS } from './parse-bench-line.ts';

/** Words that may stand after the first, by what the line is about. */
const TAIL_WORDS = [
  'live',
  'dead',
  'cold',
  'after',
  'rework',
  'on',
  'rated',
  'series',
  'parallel',
  'switch',
  'led',
  'fuse',
  'alkaline',
  'nimh',
  'nicd',
];
const BAND_WORDS = ['black', 'brown', 'red', 'orange', 'yellow', 'green', 'blue', 'violet', 'grey', 'white', 'gold', 'silver'];

/**
 * What would complete the word being typed: the rest of it only, or an empty string. Refs and nets of the specimen
 * come first.
 */
export function completeBenchLine(line: string, { specimen }: BenchContext): string {
  const word = /\S+$/.exec(line)?.[0] ?? '';
  if (word.length === 0) return '';
  const isFirst = line.trim() === word;
  const refs = specimen.circuit.parts.map(({ ref }) => ref);
  const candidates = isFirst ? [...refs, ...BENCH_VERBS] : [...refs, ...TAIL_WORDS, ...LED_COLOUR_NAMES, ...BAND_WORDS, ...LED_BODY_NAMES];
  const match = candidates.find((candidate) => candidate.length > word.length && candidate.toLowerCase().startsWith(word.toLowerCase()));
  // A single letter completes only to a ref: a word would jump in too early.
  if (match === undefined || (word.length === 1 && !refs.includes(match))) return '';
  return match.slice(word.length);
}
