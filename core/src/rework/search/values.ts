/** A function of a value that is looked for where it is nothing; undefined where it cannot be told. */
export type Miss = (value: number) => number | undefined;

/** Half a decade of E24. */
const COARSE = 12;
/** Values tried on either side of a crossing. */
const WALKED = 14;
/** What misses by more is no way to the goal, whatever limits it keeps. */
const MOST_MISS = 0.6;

/** Where a miss changes its sign among values, each as the index of the nearer of the two; or the one that comes nearest where it never does. */
export interface Crossings {
  readonly at: readonly number[];
  readonly nearest: number | undefined;
}

/**
 * Looks for what makes a miss nothing.
 *
 * @param values ascending
 * @param coarse so many of them are passed at a time while looking for where the sign changes
 */
export function crossingsOf(values: readonly number[], miss: Miss, coarse = COARSE): Crossings {
  const grid = values.map((_, index) => index).filter((index) => index % coarse === 0 || index === values.length - 1);
  const at = (index: number) => miss(values[index] as number);
  const known = grid.flatMap((index) => {
    const value = at(index);
    return value === undefined ? [] : [{ index, value }];
  });
  const found: number[] = [];
  for (const [position, right] of known.entries()) {
    const left = known[position - 1];
    if (left && left.value * right.value <= 0) found.push(bisect(left, right, at));
  }
  const nearest = known.reduce<Known | undefined>(
    (best, one) => (best && Math.abs(best.value) <= Math.abs(one.value) ? best : one),
    undefined,
  );
  return { at: [...new Set(found)], nearest: nearest?.index };
}

interface Known {
  readonly index: number;
  readonly value: number;
}

function bisect(left: Known, right: Known, at: (index: number) => number | undefined): number {
  let [low, high] = [left, right];
  while (high.index - low.index > 1) {
    const index = Math.floor((low.index + high.index) / 2);
    const value = at(index);
    if (value === undefined) break;
    if (value * low.value > 0) low = { index, value };
    else high = { index, value };
  }
  return Math.abs(low.value) <= Math.abs(high.value) ? low.index : high.index;
}

/** The values around a crossing, those that miss by less first, a few on either side. */
export function* outwardFrom(values: readonly number[], centre: number, miss: Miss): Generator<number> {
  yield values[centre] as number;
  const sizeAt = (index: number) => {
    const value = values[index];
    const size = value === undefined ? undefined : Math.abs(miss(value) ?? Number.POSITIVE_INFINITY);
    return size !== undefined && size <= MOST_MISS ? size : undefined;
  };
  let [left, right] = [centre - 1, centre + 1];
  for (;;) {
    const [onLeft, onRight] = [centre - left <= WALKED ? sizeAt(left) : undefined, right - centre <= WALKED ? sizeAt(right) : undefined];
    if (onLeft === undefined && onRight === undefined) return;
    if (onRight === undefined || (onLeft !== undefined && onLeft <= onRight)) yield values[left--] as number;
    else yield values[right++] as number;
  }
}
