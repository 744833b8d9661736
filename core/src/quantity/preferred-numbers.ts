/** The preferred-number series of IEC 60063:2015. */
export type Series = 'E3' | 'E6' | 'E12' | 'E24' | 'E48' | 'E96' | 'E192';

/** E24 as tabulated: its values are not the rounded powers, for historical reasons. The coarser series thin it out. */
const E24 = [10, 11, 12, 13, 15, 16, 18, 20, 22, 24, 27, 30, 33, 36, 39, 43, 47, 51, 56, 62, 68, 75, 82, 91];

const COUNTS: Readonly<Record<Series, number>> = { E3: 3, E6: 6, E12: 12, E24: 24, E48: 48, E96: 96, E192: 192 };

/** The mantissas of one decade, 100 to 999, ascending. */
export function preferredMantissas(series: Series): readonly number[] {
  return MANTISSAS[series];
}

const MANTISSAS: Readonly<Record<Series, readonly number[]>> = {
  E3: thinned(8),
  E6: thinned(4),
  E12: thinned(2),
  E24: thinned(1),
  E48: powers(48),
  E96: powers(96),
  E192: powers(192),
};

function thinned(step: number): number[] {
  return E24.filter((_, index) => index % step === 0).map((value) => value * 10);
}

/** Three rounded digits of 10^(n/N); 920 of E192 is the one exception of the standard (919 by rounding). */
function powers(count: number): number[] {
  return Array.from({ length: count }, (_, n) => Math.round(100 * 10 ** (n / count))).map((value) => (value === 919 ? 920 : value));
}

/** All preferred values from `low` to `high`, ends included, ascending. Empty where low > high or low ≤ 0. */
export function preferredBetween(series: Series, low: number, high: number): number[] {
  if (!(low > 0) || !(high >= low) || !Number.isFinite(high)) return [];
  const values: number[] = [];
  for (let decade = Math.floor(Math.log10(low)) - 2; decade <= Math.floor(Math.log10(high)) - 2; decade++) {
    for (const mantissa of preferredMantissas(series)) {
      const value = Number(`${mantissa}e${decade}`);
      if (value >= low * (1 - 1e-12) && value <= high * (1 + 1e-12)) values.push(value);
    }
  }
  return values;
}

/** The preferred value with the smallest ratio to `value`; `value` must be positive. */
export function nearestPreferred(series: Series, value: number): number {
  const around = preferredBetween(series, value / 3, value * 3);
  return around.reduce((best, candidate) => (distance(candidate, value) < distance(best, value) ? candidate : best));
}

/** The largest preferred value not above `value`. */
export function preferredBelow(series: Series, value: number): number {
  return preferredBetween(series, value / 3, value).at(-1) ?? value;
}

/** The smallest preferred value not below `value`. */
export function preferredAbove(series: Series, value: number): number {
  return preferredBetween(series, value, value * 3)[0] ?? value;
}

/** The coarsest series that holds `value`, or undefined: how common a part of this value is. */
export function coarsestSeries(value: number): Series | undefined {
  if (!(value > 0)) return undefined;
  const mantissa = Number((value / 10 ** Math.floor(Math.log10(value) + 1e-12)).toPrecision(6)) * 100;
  return (Object.keys(COUNTS) as Series[]).find((series) => preferredMantissas(series).some((m) => Math.abs(m - mantissa) < 1e-6 * m));
}

function distance(a: number, b: number): number {
  return Math.abs(Math.log(a / b));
}
