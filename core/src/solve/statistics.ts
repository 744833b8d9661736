/** Of one figure over a period; all alike where everything is direct current. `min` and `max` are signed. */
export interface Statistics {
  readonly avg: number;
  readonly rms: number;
  readonly min: number;
  readonly max: number;
}

/** Of a steady figure. */
function steady(value: number): Statistics {
  return { avg: value, rms: Math.abs(value), min: value, max: value };
}

/** Of a figure that is straight between its points: its integral and that of its square are exact for that. */
export function statisticsOf(times: Float64Array, values: Float64Array): Statistics {
  const span = times[times.length - 1] - times[0];
  if (!(span > 0)) return steady(values[0] ?? 0);
  let min = values[0];
  let max = values[0];
  let sum = 0;
  let squares = 0;
  for (let i = 1; i < times.length; i++) {
    const h = times[i] - times[i - 1];
    const a = values[i - 1];
    const b = values[i];
    sum += (h * (a + b)) / 2;
    squares += (h * (a * a + a * b + b * b)) / 3;
    if (b < min) min = b;
    if (b > max) max = b;
  }
  return { avg: sum / span, rms: Math.sqrt(squares / span), min, max };
}

/**
 * The mean of a product of two figures straight between their points. By Tellegen's theorem the means of volts × amps
 * taken so add up to nothing over all parts, whatever the step.
 */
export function meanProduct(times: Float64Array, a: Float64Array, b: Float64Array): number {
  const span = times[times.length - 1] - times[0];
  if (!(span > 0)) return a[0] * b[0];
  let sum = 0;
  for (let i = 1; i < times.length; i++) {
    const h = times[i] - times[i - 1];
    sum += (h * (2 * a[i - 1] * b[i - 1] + a[i - 1] * b[i] + a[i] * b[i - 1] + 2 * a[i] * b[i])) / 6;
  }
  return sum / span;
}

/** Light over time, by chip current with negative as none: percent and index of the IES; null in the dark. */
export function flickerOf(times: Float64Array, amps: Float64Array): { percent: number | null; index: number | null } {
  const light = amps.map((value) => Math.max(0, value));
  const { avg, min, max } = statisticsOf(times, light);
  if (!(max > 0)) return { percent: null, index: null };
  if (times.length === 1) return { percent: 0, index: 0 };
  let above = 0;
  let whole = 0;
  for (let i = 1; i < times.length; i++) {
    const h = times[i] - times[i - 1];
    above += h * areaAbove(light[i - 1] - avg, light[i] - avg);
    whole += (h * (light[i - 1] + light[i])) / 2;
  }
  return { percent: (100 * (max - min)) / (max + min), index: whole > 0 ? above / whole : null };
}

/**
 * Total harmonic distortion: the root of the squares of all but the mean and the part at `hertz`, over that part
 * (IEC 61000-4-7 without its limit to 40 harmonics). Fourier's integral is exact for straight lines between the points.
 *
 * @param times over a whole number of periods of `hertz`
 * @returns null where there is next to nothing at `hertz`
 */
export function distortionOf(times: Float64Array, values: Float64Array, hertz: number): number | null {
  const span = times[times.length - 1] - times[0];
  if (!(span > 0)) return null;
  const omega = 2 * Math.PI * hertz;
  let cosine = 0;
  let sine = 0;
  for (let i = 1; i < times.length; i++) {
    const h = times[i] - times[i - 1];
    if (!(h > 0)) continue;
    const slope = (values[i] - values[i - 1]) / h;
    const [s0, c0] = [Math.sin(omega * times[i - 1]), Math.cos(omega * times[i - 1])];
    const [s1, c1] = [Math.sin(omega * times[i]), Math.cos(omega * times[i])];
    cosine += (values[i] * s1 - values[i - 1] * s0) / omega + (slope * (c1 - c0)) / omega ** 2;
    sine += (values[i - 1] * c0 - values[i] * c1) / omega + (slope * (s1 - s0)) / omega ** 2;
  }
  const { avg, rms } = statisticsOf(times, values);
  const fundamental = Math.SQRT2 * (Math.hypot(cosine, sine) / span);
  if (!(fundamental > 1e-9 * rms)) return null;
  return Math.sqrt(Math.max(0, rms ** 2 - avg ** 2 - fundamental ** 2)) / fundamental;
}

/** The area over zero of a straight line from a to b, one wide. */
function areaAbove(a: number, b: number): number {
  if (a <= 0 && b <= 0) return 0;
  if (a >= 0 && b >= 0) return (a + b) / 2;
  const top = Math.max(a, b);
  return (top * top) / (2 * Math.abs(a - b));
}
