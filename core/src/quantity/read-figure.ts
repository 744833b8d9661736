import { isAmbiguousThousand, type ParsedQuantity, parseQuantity } from './parse-quantity.ts';
import type { Unit } from './units.ts';

/** Why a word that looks like a figure is none. */
export interface WrongFigure {
  readonly wrong: string;
}

/** A word as a figure, or why it is none where it looks like one; undefined for any other word. */
export function readFigure(word: string): ParsedQuantity | WrongFigure | undefined {
  if (isAmbiguousThousand(word)) return { wrong: `${word}: one, or a thousand? Write 1.0 or 1000.` };
  const parsed = parseQuantity(word);
  if (parsed) return parsed;
  const shape = /^([~±]?[+-]?[\d.,]+)([a-zA-Zµ°Ω%]+)$/.exec(word);
  return shape ? { wrong: `${word}: “${shape[2]}” is not a unit I know (v, a, r, w, c, lm, lux; with m, k, u before it).` } : undefined;
}

/** Figures by their units; a sentence where a word is none of those that are wanted. */
export function readFigures<K extends string>(
  words: readonly string[],
  wanted: Readonly<Record<K, Unit>>,
): Partial<Record<K, number>> | string {
  const found: Partial<Record<K, number>> = {};
  for (const word of words) {
    const parsed = readFigure(word);
    if (!parsed) return `“${word}” says nothing here.`;
    if ('wrong' in parsed) return parsed.wrong;
    const key = (Object.keys(wanted) as K[]).find((candidate) => wanted[candidate] === parsed.unit);
    if (key === undefined) return `${word} says nothing here.`;
    found[key] = parsed.value;
  }
  return found;
}
