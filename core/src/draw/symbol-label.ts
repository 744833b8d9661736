import type { SchematicSymbol } from './sheet.ts';

/** The words beside a symbol, line by line: its refs, then its value. */
export interface SymbolLabel {
  readonly x: number;
  /** Of the first line's foot; the next are LABEL_LINE below each other. */
  readonly y: number;
  readonly anchor: 'start' | 'middle';
  readonly ref: string;
  readonly values: readonly string[];
  /** Pixels, at the most. */
  readonly width: number;
}

export const LABEL_LINE = 15;
/** Of one letter in the mono of 14 and of 12 pixels. */
const REF_LETTER = 8.5;
const VALUE_LETTER = 7.3;
/** Half of a symbol's height above its axis, and what its words keep from it. */
const LYING_CLEARANCE = 18;
const UPRIGHT_CLEARANCE = 20;

/** Upright symbols and boxes are labelled at their right, lying ones above, tall boxes within. */
export function symbolLabel(symbol: SchematicSymbol): SymbolLabel {
  const { x, y, upright, stands, box } = symbol;
  const words = labelWords(symbol);
  const width = labelWidth(symbol);
  const lines = words.values.length + 1;
  if (box && isTall(symbol)) return { x, y: y - LABEL_LINE * 2, anchor: 'middle', ...words, width };
  if (box) return { x: x + box.width / 2 + 6, y: y + 5 - ((lines - 1) * LABEL_LINE) / 2, anchor: 'start', ...words, width };
  if (upright) return { x: x + UPRIGHT_CLEARANCE, y: y + 4 - ((lines - 1) * LABEL_LINE) / 2, anchor: 'start', ...words, width };
  return { x, y: y - LYING_CLEARANCE - (lines - 1) * LABEL_LINE, anchor: 'middle', ...words, width: stands.length > 0 ? width : 0 };
}

/** A box that the wires enter at its sides. */
export function isTall({ box }: Pick<SchematicSymbol, 'box'>): boolean {
  return box?.pins.some(({ side }) => side === 'left') ?? false;
}

export function labelWidth(symbol: Pick<SchematicSymbol, 'ref' | 'value' | 'stands'>): number {
  const { ref, values } = labelWords(symbol);
  return Math.max(ref.length * REF_LETTER, ...values.map((value) => value.length * VALUE_LETTER));
}

function labelWords({ ref, value, stands }: Pick<SchematicSymbol, 'ref' | 'value' | 'stands'>) {
  const name = stands.length > 1 ? `${stands[0]}…${stands.at(-1)} ×${stands.length}` : ref;
  return { ref: name, values: value === '' ? [] : value.split(', ') };
}
