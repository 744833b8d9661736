/** True when `a` and `b` differ by no more than `relative` of the larger, or by no more than `absolute`. */
export function nearlyEqual(a: number, b: number, relative: number, absolute = 0): boolean {
  return Math.abs(a - b) <= Math.max(absolute, relative * Math.max(Math.abs(a), Math.abs(b)));
}
