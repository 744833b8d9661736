/**
 * The probability that a chi-square variable of `freedom` degrees exceeds `chiSquare`: the regularised upper
 * incomplete gamma function Q(freedom/2, chiSquare/2), by its series or its continued fraction.
 * Abramowitz and Stegun, Handbook of Mathematical Functions (1964), 6.5.29 and 6.5.31.
 *
 * @returns 1 where there is no freedom or no misfit
 */
export function chiSquareProbability(chiSquare: number, freedom: number): number {
  if (freedom <= 0 || chiSquare <= 0) return 1;
  const a = freedom / 2;
  const x = chiSquare / 2;
  const front = Math.exp(a * Math.log(x) - x - logGamma(a));
  return x < a + 1 ? 1 - front * lowerSeries(a, x) : front * upperFraction(a, x);
}

/** The probability that a standard normal variable is below `sigmas`; its square is chi-square of one degree. */
export function normalBelow(sigmas: number): number {
  const beyond = chiSquareProbability(sigmas ** 2, 1) / 2;
  return sigmas >= 0 ? 1 - beyond : beyond;
}

function lowerSeries(a: number, x: number): number {
  let term = 1 / a;
  let sum = term;
  for (let n = 1; n < 500; n++) {
    term *= x / (a + n);
    sum += term;
    if (term < sum * 1e-15) break;
  }
  return sum;
}

/** Lentz's evaluation of the continued fraction. */
function upperFraction(a: number, x: number): number {
  const tiny = 1e-300;
  let b = x + 1 - a;
  let c = 1 / tiny;
  let d = 1 / b;
  let h = d;
  for (let i = 1; i < 500; i++) {
    const an = -i * (i - a);
    b += 2;
    d = 1 / (an * d + b || tiny);
    c = b + an / c || tiny;
    const change = d * c;
    h *= change;
    if (Math.abs(change - 1) < 1e-15) break;
  }
  return h;
}

/** Lanczos' approximation (g = 5, six terms), good to 2e-10 for a > 0. */
function logGamma(a: number): number {
  const terms = [76.18009172947146, -86.50532032941678, 24.01409824083091, -1.231739572450155, 1.208650973866179e-3, -5.395239384953e-6];
  const t = a + 5.5;
  let series = 1.000000000190015;
  terms.forEach((term, index) => {
    series += term / (a + 1 + index);
  });
  return (a + 0.5) * Math.log(t) - t + Math.log((Math.sqrt(2 * Math.PI) * series) / a);
}
