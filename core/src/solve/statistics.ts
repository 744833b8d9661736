/** Of one figure over a period; all alike where everything is direct current. `min` and `max` are signed. */
export interface Statistics {
  readonly avg: number;
  readonly rms: number;
  readonly min: number;
  readonly max: number;
}

/** Of a steady figure. */
export function steady(value: number): Statistics {
  return { avg: value, rms: Math.abs(value), min: value, max: value };
}

/** Where and how much the values of a figure count. */
export interface Moments {
  /** The beginning, then the middle and the end of each step, s; or one moment alone. */
  readonly times: Float64Array;
  /** What each counts for in a mean over the span. */
  readonly weights: Float64Array;
}

/**
 * Extremes are those of the steps’ ends, or of the parabola through three of them: a middle is no more than a help to get
 * there, and off where a corner was passed.
 *
 * @param values one a moment
 */
export function statisticsOf({ times, weights }: Moments, values: Float64Array): Statistics {
  let lowest = 0;
  let highest = 0;
  let avg = 0;
  let squares = 0;
  for (let i = 0; i < values.length; i++) {
    const value = values[i];
    avg += weights[i] * value;
    squares += weights[i] * value * value;
    if (i % 2 === 1) continue;
    if (value < values[lowest]) lowest = i;
    if (value > values[highest]) highest = i;
  }
  return { avg, rms: Math.sqrt(squares), min: extremeNear(times, values, lowest), max: extremeNear(times, values, highest) };
}

/** Of what the parabola adds to the end that is highest or lowest: how far off it the middle there may be. Where the value jumps it is all of it. */
const CONFIRMED = 0.6;

/** The vertex of the parabola through the end of a step and those beside it, where the middle towards it lies on that too. */
function extremeNear(times: Float64Array, values: Float64Array, end: number): number {
  const value = values[end];
  if (end < 2 || end + 2 >= values.length) return value;
  const before = times[end] - times[end - 2];
  const after = times[end + 2] - times[end];
  if (!(before > 0 && after > 0)) return value;
  const rise = (value - values[end - 2]) / before;
  const bend = ((values[end + 2] - value) / after - rise) / (before + after);
  const slope = rise + bend * before;
  if (bend === 0) return value;
  const added = (-slope * slope) / (4 * bend);
  const middle = slope / bend < 0 ? end + 1 : end - 1;
  const away = times[middle] - times[end];
  const expected = value + away * (slope + bend * away);
  return Math.abs(values[middle] - expected) <= CONFIRMED * Math.abs(added) ? value + added : value;
}

/**
 * The mean of a product. As the weights are the same for all, by Tellegen's theorem the means of volts × amps add up to
 * nothing over all parts, whatever the step.
 */
export function meanProduct({ weights }: Moments, a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += weights[i] * a[i] * b[i];
  return sum;
}

export interface Flicker {
  readonly percent: number | null;
  readonly index: number | null;
  /** How often light goes up and down, Hz. */
  readonly hertz: number | null;
}

/** The share of the span in which values are above a share of their largest, along straight lines between them; 0 where none is positive. */
export function shareAbove({ times }: Moments, values: Float64Array, ofLargest: number): number {
  const limit = ofLargest * values.reduce((most, value) => Math.max(most, value), 0);
  if (!(limit > 0)) return 0;
  let above = 0;
  for (let i = 1; i < times.length; i++) {
    const [a, b] = [values[i - 1] - limit, values[i] - limit];
    const share = a > 0 && b > 0 ? 1 : a <= 0 && b <= 0 ? 0 : Math.max(a, b) / Math.abs(a - b);
    above += share * (times[i] - times[i - 1]);
  }
  return above / (times[times.length - 1] - times[0]);
}

/** Light over a period, by chip current with negative as none: percent and index of the IES; null in the dark. */
export function flickerOf(moments: Moments, amps: Float64Array): Flicker {
  const light = amps.map((value) => Math.max(0, value));
  const { avg, min, max } = statisticsOf(moments, light);
  if (!(max > 0)) return { percent: null, index: null, hertz: null };
  const { times } = moments;
  if (times.length === 1) return { percent: 0, index: 0, hertz: null };
  let above = 0;
  let whole = 0;
  for (let i = 1; i < times.length; i++) {
    const h = times[i] - times[i - 1];
    above += h * areaAbove(light[i - 1] - avg, light[i] - avg);
    whole += (h * (light[i - 1] + light[i])) / 2;
  }
  const rises = risesOf(light, { avg, min, max });
  const seconds = times[times.length - 1] - times[0];
  return {
    percent: (100 * (max - min)) / (max + min),
    index: whole > 0 ? above / whole : null,
    hertz: rises > 0 && seconds > 0 ? rises / seconds : null,
  };
}

/** A rise of less than this share of the whole is a ripple on the way, and no light of its own. */
const RISE_SHARE = 0.1;

/**
 * How often values of a closed period come from below their mean to above it, clearly either side: of short pulses the mean
 * lies close to the lowest, of short gaps to the highest.
 */
function risesOf(values: Float64Array, { avg, min, max }: { readonly avg: number; readonly min: number; readonly max: number }): number {
  const margin = RISE_SHARE * (max - min);
  const low = avg - Math.min(margin, (avg - min) / 2);
  const high = avg + Math.min(margin, (max - avg) / 2);
  let rises = 0;
  let isLow = false;
  // Twice round: what is low at the end of the period rises at its beginning.
  for (let round = 0; round < 2; round++) {
    for (const value of values) {
      if (value < low) isLow = true;
      else if (isLow && value > high) {
        isLow = false;
        if (round === 1) rises += 1;
      }
    }
  }
  return rises;
}

/**
 * Total harmonic distortion: the root of the squares of all but the mean and the part at `hertz`, over that part
 * (IEC 61000-4-7 without its limit to 40 harmonics).
 *
 * @param moments over a whole number of periods of `hertz`
 * @returns null where there is next to nothing at `hertz`
 */
export function distortionOf(moments: Moments, values: Float64Array, hertz: number): number | null {
  const { times, weights } = moments;
  if (times.length === 1) return null;
  const omega = 2 * Math.PI * hertz;
  let cosine = 0;
  let sine = 0;
  for (let i = 0; i < times.length; i++) {
    cosine += weights[i] * values[i] * Math.cos(omega * times[i]);
    sine += weights[i] * values[i] * Math.sin(omega * times[i]);
  }
  const { avg, rms } = statisticsOf(moments, values);
  const fundamental = Math.SQRT2 * Math.hypot(cosine, sine);
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
