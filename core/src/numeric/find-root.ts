/**
 * A root of `f` between `low` and `high`, where its signs differ, by the Illinois variant of the false position
 * (Dowell and Jarratt, BIT 11, 1971), which always keeps a bracket.
 *
 * @returns the abscissa, to `tolerance`; undefined when the signs at the ends are alike
 */
export function findRoot(f: (x: number) => number, low: number, high: number, tolerance: number): number | undefined {
  let a = low;
  let b = high;
  let fa = f(a);
  let fb = f(b);
  if (fa === 0) return a;
  if (fb === 0) return b;
  if (!(fa * fb < 0)) return undefined;
  for (let step = 0; step < 200 && Math.abs(b - a) > tolerance; step++) {
    const c = step % 8 === 7 ? (a + b) / 2 : (a * fb - b * fa) / (fb - fa);
    const fc = f(c);
    if (fc === 0) return c;
    if (fc * fb < 0) {
      a = b;
      fa = fb;
    } else {
      fa /= 2;
    }
    b = c;
    fb = fc;
  }
  return b;
}
