import type { Point } from './projection.ts';

export const STRIP_PATTERNS = ['series', 'zig-zag', 'parallel groups'] as const;
export type StripPattern = (typeof STRIP_PATTERNS)[number];

/** A chain of LEDs between its two ends, as it is counted on the board. */
export interface Strip {
  /** How many follow each other, and how many are in parallel at each place. */
  readonly series: number;
  readonly parallel: number;
  /** Where each is to be seen, in order of the current, each group together. */
  readonly leds: readonly Point[];
}

export interface StripCount {
  /** The middle of the first LED, and of the last of its row. */
  readonly first: Point;
  readonly last: Point;
  readonly inRow: number;
  /** Rows like it; the middle of the first LED of the next row, where there are several. */
  readonly rows: number;
  readonly nextRow?: Point;
  readonly pattern: StripPattern;
  /** How many are in parallel, in a strip of parallel groups. */
  readonly perGroup: number;
}

const MOST_LEDS = 2000;

/**
 * Counts a strip by one row and how often it comes again. In zig-zag every second row runs backwards; in parallel
 * groups as many as a group holds follow each other on the board and share their two ends.
 *
 * @returns what is wrong with the count, in words, or the strip
 */
export function stripOf({ first, last, inRow, rows, nextRow, pattern, perGroup }: StripCount): Strip | string {
  if (!Number.isInteger(inRow) || !Number.isInteger(rows) || inRow < 1 || rows < 1)
    return 'A row holds one LED at least, and there is one row at least.';
  const count = inRow * rows;
  if (count > MOST_LEDS) return `${count} LEDs are more than a strip holds (${MOST_LEDS}).`;
  const parallel = pattern === 'parallel groups' ? perGroup : 1;
  if (!Number.isInteger(parallel) || parallel < 1) return 'A group holds one LED at least.';
  if (count % parallel !== 0) return `${count} LEDs do not part into groups of ${parallel}: ${count % parallel} would be left over.`;
  const step: Point = inRow === 1 ? [0, 0] : [(last[0] - first[0]) / (inRow - 1), (last[1] - first[1]) / (inRow - 1)];
  const rowStep: Point = nextRow ? [nextRow[0] - first[0], nextRow[1] - first[1]] : [-step[1], step[0]];
  const leds = Array.from({ length: count }, (_, index): Point => {
    const row = Math.floor(index / inRow);
    const column = index % inRow;
    const along = pattern === 'zig-zag' && row % 2 === 1 ? inRow - 1 - column : column;
    return [first[0] + along * step[0] + row * rowStep[0], first[1] + along * step[1] + row * rowStep[1]];
  });
  return { series: count / parallel, parallel, leds };
}
