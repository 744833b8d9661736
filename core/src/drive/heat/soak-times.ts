import { endOf } from './soak.ts';
import { LEAST_POSSIBLE_KELVIN, type SoakCurve, type SoakPoint, sampledDraws, soakPosterior } from './soak-posterior.ts';

/** When the rest of a soak's readings are to be taken. */
export interface SoakTimes {
  /** In order; the first is the next. From the start of the power. */
  readonly seconds: readonly number[];
  /** Half of what the end lies between at 95 %: now, after the next reading, and after all of them, K. */
  readonly now: number;
  readonly afterNext: number;
  readonly afterAll: number;
}

export interface SoakTimesAsked {
  /** Not before; from the start of the power. */
  readonly from: number;
  /** The power is off again. */
  readonly until: number;
  /** How many readings there are still to be. */
  readonly count: number;
  /** Of each, one standard uncertainty, K. */
  readonly uncertainty: number;
}

/** Moments that are looked at between now and the end of the soak. */
const MOMENTS = 31;
/** So many warmings stand for all that are possible. */
const SAMPLES = 32;
/** Two readings are this far apart at least: hands and the thermometer take their time. */
const APART_SECONDS = 60;

/**
 * When to read a warming, so that its end is known best afterwards: of all choices of so many moments the one that
 * leaves the end least unsure, linearised about each of the warmings that the points still allow, on the average
 * (Bayesian c-optimal design; Chaloner and Verdinelli, Statist. Sci. 10, 1995, section 4).
 *
 * @param points by time, one at least
 * @returns undefined where nothing is known yet, or no time is left
 */
export function soakTimes(points: readonly SoakPoint[], { from, until, count, uncertainty }: SoakTimesAsked): SoakTimes | undefined {
  if (count < 1 || !(until > from)) return undefined;
  const posterior = soakPosterior(points);
  if (!posterior) return undefined;
  const step = (until - from) / (MOMENTS - 1);
  const moments = Array.from({ length: MOMENTS }, (_, index) => from + index * step);
  const left = new Left(sampledDraws(posterior.draws, SAMPLES), points, moments, uncertainty);
  const apart = Math.max(1, Math.ceil(APART_SECONDS / step));
  const chosen = bestMoments(left, Math.min(count, Math.floor((MOMENTS - 1) / apart) + 1), apart);
  const { low, high } = endOf(posterior.draws);
  const half = (high - low) / 2;
  const before = left.after([]);
  const after = (indices: readonly number[]) => (half * left.after(indices)) / before;
  return {
    seconds: chosen.map((index) => moments[index] as number),
    now: half,
    afterNext: after(chosen.slice(0, 1)),
    afterAll: after(chosen),
  };
}

/** One after another, then each in turn where it is better, until none moves. */
function bestMoments(left: Left, count: number, apart: number): readonly number[] {
  const free = (index: number, others: readonly number[]) => others.every((other) => Math.abs(other - index) >= apart);
  const bestBeside = (others: readonly number[]) => {
    let best: { index: number; unsure: number } | undefined;
    for (let index = 0; index < MOMENTS; index++) {
      if (!free(index, others)) continue;
      const unsure = left.after([...others, index]);
      if (!best || unsure < best.unsure) best = { index, unsure };
    }
    return best?.index;
  };
  let chosen: number[] = [];
  for (let reading = 0; reading < count; reading++) {
    const index = bestBeside(chosen);
    if (index !== undefined) chosen.push(index);
  }
  for (let moved = true, round = 0; moved && round < 10; round++) {
    moved = false;
    for (let at = 0; at < chosen.length; at++) {
      const others = chosen.filter((_, index) => index !== at);
      const index = bestBeside(others);
      if (index !== undefined && index !== chosen[at] && left.after([...others, index]) < left.after(chosen) - 1e-9) {
        chosen = [...others, index];
        moved = true;
      }
    }
  }
  return chosen.sort((a, b) => a - b);
}

/** Of the end, the two amplitudes and the logarithms of their time constants. */
const UNKNOWNS = 5;
/** What is thought of them before: amplitudes as wide as the fit thinks, the constants by factors of e to each side. */
const CONSTANT_DEVIATION = 1.2;

/** How unsure readings at some of the moments would leave the end. */
class Left {
  /** For each sampled warming what is known so far, row by row, and what a reading at each moment would add. */
  private readonly known: readonly Float64Array[];
  private readonly slopes: readonly (readonly Float64Array[])[];

  /** @param uncertainty of a reading to come, K */
  constructor(samples: readonly SoakCurve[], points: readonly SoakPoint[], moments: readonly number[], uncertainty: number) {
    const seen = Math.max(...points.map(({ celsius }) => celsius)) - Math.min(...points.map(({ celsius }) => celsius));
    const possible = Math.max(LEAST_POSSIBLE_KELVIN, seen);
    this.known = samples.map((curve) => {
      const information = new Float64Array(UNKNOWNS ** 2);
      for (const [at, deviation] of [possible, possible, CONSTANT_DEVIATION, CONSTANT_DEVIATION].entries())
        information[(at + 1) * (UNKNOWNS + 1)] = deviation ** -2;
      for (const point of points) addTo(information, slopesAt(curve, point.seconds), point.uncertainty);
      return information;
    });
    this.slopes = samples.map((curve) => moments.map((seconds) => slopesAt(curve, seconds).map((slope) => slope / uncertainty)));
  }

  /** One standard deviation, on the average, K. */
  after(indices: readonly number[]): number {
    let sum = 0;
    for (const [sample, known] of this.known.entries()) {
      const information = known.slice();
      for (const index of indices) addTo(information, (this.slopes[sample] as readonly Float64Array[])[index] as Float64Array, 1);
      sum += Math.sqrt(endVariance(information));
    }
    return sum / this.known.length;
  }
}

/** The second part of a warming that has one. */
const NOTHING = { amplitude: 0, seconds: 1 };

function slopesAt({ terms }: SoakCurve, seconds: number): Float64Array {
  const [first, second = NOTHING] = terms as readonly [SoakCurve['terms'][number], SoakCurve['terms'][number]?];
  const [fast, slow] = [Math.exp(-seconds / first.seconds), second === NOTHING ? 0 : Math.exp(-seconds / second.seconds)];
  return Float64Array.of(
    1,
    fast,
    slow,
    (first.amplitude * fast * seconds) / first.seconds,
    (second.amplitude * slow * seconds) / second.seconds,
  );
}

function addTo(information: Float64Array, slopes: Float64Array, uncertainty: number): void {
  const weight = uncertainty ** -2;
  for (let row = 0; row < UNKNOWNS; row++) {
    for (let column = 0; column < UNKNOWNS; column++) {
      const at = row * UNKNOWNS + column;
      information[at] = (information[at] as number) + weight * (slopes[row] as number) * (slopes[column] as number);
    }
  }
}

/** The first of the inverse's diagonal, by elimination of all others. */
function endVariance(information: Float64Array): number {
  for (let pivot = UNKNOWNS - 1; pivot > 0; pivot--) {
    const diagonal = information[pivot * (UNKNOWNS + 1)] as number;
    for (let row = 0; row < pivot; row++) {
      const factor = (information[row * UNKNOWNS + pivot] as number) / diagonal;
      for (let column = 0; column < pivot; column++) {
        const at = row * UNKNOWNS + column;
        information[at] = (information[at] as number) - factor * (information[pivot * UNKNOWNS + column] as number);
      }
    }
  }
  return 1 / Math.max(information[0] as number, 1e-12);
}
