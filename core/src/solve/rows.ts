import { newFloats } from '../numeric/index.ts';

/** Rows of numbers, all as wide, one after another in one array that grows. */
export class Rows {
  count = 0;
  private flat = newFloats(0);

  constructor(private readonly width: number) {}

  add(row: ArrayLike<number>): void {
    const { width, count } = this;
    const from = count * width;
    if (from + width > this.flat.length) this.grow();
    const { flat } = this;
    for (let i = 0; i < width; i++) flat[from + i] = row[i];
    this.count += 1;
  }

  /** Writes a row into `out`. */
  read(index: number, out: { [place: number]: number }): void {
    const { width, flat } = this;
    for (let i = 0, at = index * width; i < width; i++, at++) out[i] = flat[at];
  }

  replace(index: number, row: ArrayLike<number>): void {
    const { width, flat } = this;
    for (let i = 0, at = index * width; i < width; i++, at++) flat[at] = row[i];
  }

  /** Writes the sum of a row's columns, which stand one after another in it, each times its share. */
  combine(index: number, shares: Float64Array, out: Float64Array): void {
    const { width, flat } = this;
    out.fill(0);
    for (let column = 0, at = index * width; column < shares.length; column++) {
      for (let i = 0; i < out.length; i++, at++) out[i] += shares[column] * flat[at];
    }
  }

  /** The largest size in each place. */
  largest(): Float64Array {
    const { width, flat, count } = this;
    const largest = newFloats(width);
    for (let row = 0, at = 0; row < count; row++) {
      for (let i = 0; i < width; i++, at++) largest[i] = Math.max(largest[i], Math.abs(flat[at]));
    }
    return largest;
  }

  /** Puts the last row in the place of the first. */
  repeatLast(): void {
    const { width, count } = this;
    this.flat.copyWithin(0, (count - 1) * width, count * width);
  }

  clear(): void {
    this.count = 0;
  }

  /** All of them; what is written here is written there. */
  all(): Float64Array {
    return this.flat.subarray(0, this.count * this.width);
  }

  private grow(): void {
    const larger = newFloats(Math.max(ROWS_AT_FIRST * this.width, 2 * this.flat.length));
    larger.set(this.flat);
    this.flat = larger;
  }
}

/** Half a period of the mains has about a hundred moments. */
const ROWS_AT_FIRST = 128;
