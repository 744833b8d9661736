import { DenseLuFactoriser, drawNormal, seededRandom } from '../../numeric/index.ts';

/** A temperature of a warming thing. */
export interface SoakPoint {
  readonly seconds: number;
  readonly celsius: number;
  /** One standard uncertainty. */
  readonly uncertainty: number;
}

/** T = final + Σ amplitude·exp(−t/seconds). */
export interface SoakCurve {
  readonly final: number;
  readonly terms: readonly { readonly amplitude: number; readonly seconds: number }[];
}

/** Time constants that are tried, equally likely by their logarithm: from a bare chip's to a heavy lamp's in its case, s. */
const [SHORTEST, LONGEST] = [15, 3600];
/** How many of them: one alone must be met closely, two make up between them for what they miss. */
const [SINGLES, DOUBLES] = [240, 44];
/** From one time constant that is tried to the next, as a share of it: one alone, or of two. */
export function stepOfConstants(exponentials: 1 | 2): number {
  return (LONGEST / SHORTEST) ** (1 / ((exponentials === 1 ? SINGLES : DOUBLES) - 1)) - 1;
}

/** Two exponentials are told apart from here on. */
const APART = 2;
/** How likely one exponential alone is thought before: most cases have a fast part and a slow one. */
const SINGLE_SHARE = 0.5;
/** A rise that is thought likely before anything was read: as much again as was seen, and at least this, K. */
export const LEAST_POSSIBLE_KELVIN = 15;
const DRAWS_EACH = 12;
/** A pair of constants this much less likely than the best (in the logarithm) weighs nothing. */
const NEGLIGIBLE = 12;
const SEED = 20_261_128;

/** One choice of time constants, with what the points say of the rest. */
export interface Candidate {
  readonly constants: readonly number[];
  /** The end, then the amplitude of each exponential. */
  readonly mean: Float64Array;
  /** Lower triangle of the covariance’s root, row by row. */
  readonly root: Float64Array;
  readonly cost: number;
  /** Logarithm of how well it explains the points, its freedom paid for. */
  readonly evidence: number;
}

/** One warming that the points allow. */
export interface Draw extends SoakCurve {
  readonly final: number;
  readonly slowest: number;
  readonly weight: number;
}

/** What the points leave possible of where a warming goes. */
export interface SoakPosterior {
  readonly candidates: readonly Candidate[];
  readonly best: Candidate;
  readonly draws: readonly Draw[];
}

/**
 * Every pair of time constants, weighed by how well it explains the points; for each the rest is linear (variable
 * projection; Golub and Pereyra, SIAM J. Numer. Anal. 10, 1973). Amplitudes are of one sign.
 *
 * @param points by time, one at least
 * @returns undefined where they allow none
 */
export function soakPosterior(points: readonly SoakPoint[]): SoakPosterior | undefined {
  // Fit, times, band and outlook ask for the same, one after the other.
  const key = JSON.stringify(points);
  const known = KNOWN.get(key);
  if (known) return known;
  const found = posteriorOf(points);
  if (found) KNOWN.set(key, found);
  const [oldest] = KNOWN.keys();
  if (KNOWN.size > MOST_KNOWN && oldest !== undefined) KNOWN.delete(oldest);
  return found;
}

/** As many soaks as run at one bench at a time. */
const MOST_KNOWN = 8;
const KNOWN = new Map<string, SoakPosterior>();

function posteriorOf(points: readonly SoakPoint[]): SoakPosterior | undefined {
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last) return undefined;
  const seen = Math.abs(last.celsius - first.celsius);
  const possible = Math.max(LEAST_POSSIBLE_KELVIN, seen);
  const sums = new WeightedSums(points);
  const trusting = sums.candidates(1, possible);
  const widened = widenedBy(trusting, points);
  const candidates = widened > 1 ? sums.candidates(widened, possible) : trusting;
  const best = bestOf(candidates);
  if (!best) return undefined;
  // A warming, unless it was seen to cool.
  const draws = drawsOf(candidates, best.evidence, last.celsius >= first.celsius ? -1 : 1);
  return draws.length === 0 ? undefined : { candidates, best, draws };
}

/** What the curve says at a time, °C. */
export function soakAt({ final, terms }: SoakCurve, seconds: number): number {
  return terms.reduce((sum, term) => sum + term.amplitude * Math.exp(-seconds / term.seconds), final);
}

/** Warmings evenly out of all that are possible, by their weight. */
export function sampledDraws(draws: readonly Draw[], count: number): readonly Draw[] {
  const whole = draws.reduce((sum, { weight }) => sum + weight, 0);
  const samples: Draw[] = [];
  let sum = 0;
  for (const draw of draws) {
    sum += draw.weight;
    while (samples.length < count && sum > ((samples.length + 0.5) / count) * whole) samples.push(draw);
  }
  return samples;
}

/** The value that a share of the draws, by weight, lies below. */
export function quantile(draws: readonly Draw[], share: number, of: (draw: Draw) => number): number {
  const sorted = draws.map((draw) => ({ value: of(draw), weight: draw.weight })).sort((a, b) => a.value - b.value);
  const whole = sorted.reduce((sum, { weight }) => sum + weight, 0);
  let sum = 0;
  for (const { value, weight } of sorted) {
    sum += weight;
    if (sum >= share * whole) return value;
  }
  return sorted.at(-1)?.value ?? Number.NaN;
}

export function curveOf({ constants, mean }: Candidate): SoakCurve {
  return { final: mean[0] as number, terms: constants.map((seconds, index) => ({ seconds, amplitude: mean[1 + index] as number })) };
}

export function bestOf(candidates: readonly Candidate[]): Candidate | undefined {
  return candidates.reduce<Candidate | undefined>((best, one) => (best && best.evidence >= one.evidence ? best : one), undefined);
}

/** Points that scatter more than they say around the best curve of all are less sure than they say. */
function widenedBy(candidates: readonly Candidate[], points: readonly SoakPoint[]): number {
  const cost = Math.min(...candidates.map((one) => one.cost));
  const freedom = points.length - 3;
  return freedom > 0 ? Math.sqrt(Math.max(1, cost / freedom)) : 1;
}

function constantsOf(count: number): readonly number[] {
  return Array.from({ length: count }, (_, index) => SHORTEST * (LONGEST / SHORTEST) ** (index / (count - 1)));
}

/** The sums over the points that every candidate is made of. */
class WeightedSums {
  private readonly weights: readonly number[];
  private readonly whole: number;

  constructor(private readonly points: readonly SoakPoint[]) {
    this.weights = points.map(({ uncertainty }) => uncertainty ** -2);
    this.whole = points.reduce((sum, { celsius }, index) => sum + (this.weights[index] as number) * celsius ** 2, 0);
  }

  /**
   * @param widened by how much the points are less sure than they say
   * @param possible one standard deviation of each amplitude before, K
   */
  candidates(widened: number, possible: number): readonly Candidate[] {
    const singles = constantsOf(SINGLES).map((slow) => this.decays(slow));
    const doubles = constantsOf(DOUBLES).map((slow) => this.decays(slow));
    const pairs = doubles.flatMap((fast) =>
      doubles.filter((slow) => slow.constant >= APART * fast.constant).map((slow) => [fast, slow] as const),
    );
    const [one, two] = [Math.log(SINGLE_SHARE / singles.length), Math.log((1 - SINGLE_SHARE) / pairs.length)];
    return [
      ...singles.flatMap((slow) => this.solve([slow], widened, possible, one) ?? []),
      ...pairs.flatMap((pair) => this.solve(pair, widened, possible, two) ?? []),
    ];
  }

  private decays(constant: number): Decay {
    return { constant, values: Float64Array.from(this.points, ({ seconds }) => Math.exp(-seconds / constant)) };
  }

  /** Weighted least squares of the end and the amplitudes at given constants. */
  private solve(decays: readonly Decay[], widened: number, possible: number, logPrior: number): Candidate | undefined {
    const { points, weights } = this;
    const size = 1 + decays.length;
    const normal = new Float64Array(size * size);
    const right = new Float64Array(size);
    const row = new Float64Array(size);
    row[0] = 1;
    for (let at = 0; at < points.length; at++) {
      for (let i = 1; i < size; i++) row[i] = (decays[i - 1] as Decay).values[at] as number;
      const weight = (weights[at] as number) / widened ** 2;
      for (let i = 0; i < size; i++) {
        right[i] += weight * row[i] * (points[at] as SoakPoint).celsius;
        for (let j = 0; j < size; j++) normal[i * size + j] += weight * row[i] * row[j];
      }
    }
    // What is thought possible before: without it a constant far longer than the series leaves the end free.
    for (let i = 1; i < size; i++) normal[i * size + i] += possible ** -2;
    const covariance = inverseOf(normal, size);
    const root = covariance && rootOf(covariance, size);
    if (!root) return undefined;
    const mean = new Float64Array(size);
    for (let i = 0; i < size; i++) for (let j = 0; j < size; j++) mean[i] += covariance[i * size + j] * right[j];
    let explained = 0;
    for (let i = 0; i < size; i++) explained += mean[i] * right[i];
    const cost = Math.max(0, this.whole / widened ** 2 - explained);
    let logRoot = 0;
    for (let i = 0; i < size; i++) logRoot += Math.log(root[i * size + i]);
    // Each amplitude is of one sign: its prior is twice as dense there.
    const freedom = (size / 2) * Math.log(2 * Math.PI) - (size - 1) * Math.log((possible * Math.sqrt(2 * Math.PI)) / 2);
    const constants = decays.map(({ constant }) => constant);
    return { constants, mean, root, cost, evidence: logPrior + freedom + logRoot - cost / 2 };
  }
}

interface Decay {
  readonly constant: number;
  /** One a point. */
  readonly values: Float64Array;
}

function inverseOf(matrix: Float64Array, size: number): Float64Array | undefined {
  const factor = new DenseLuFactoriser(size).factor(matrix);
  const inverse = new Float64Array(size * size);
  for (let column = 0; column < size; column++) {
    const unit = new Float64Array(size);
    unit[column] = 1;
    factor.solveInPlace(unit);
    for (let row = 0; row < size; row++) inverse[row * size + column] = unit[row] as number;
  }
  return inverse.every(Number.isFinite) ? inverse : undefined;
}

/** Cholesky's lower root; undefined where rounding left the covariance no such. */
function rootOf(covariance: Float64Array, size: number): Float64Array | undefined {
  const root = new Float64Array(size * size);
  for (let i = 0; i < size; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = covariance[i * size + j] as number;
      for (let k = 0; k < j; k++) sum -= (root[i * size + k] as number) * (root[j * size + k] as number);
      if (i === j && !(sum > 0)) return undefined;
      root[i * size + j] = i === j ? Math.sqrt(sum) : sum / (root[j * size + j] as number);
    }
  }
  return root;
}

/** Ends out of every pair of constants that weighs anything, with amplitudes of one sign. */
function drawsOf(candidates: readonly Candidate[], most: number, sign: number): readonly Draw[] {
  const random = seededRandom(SEED);
  return candidates.flatMap(({ constants, mean, root, evidence }) => {
    if (evidence < most - NEGLIGIBLE) return [];
    const size = mean.length;
    const draws: Draw[] = [];
    for (let draw = 0; draw < DRAWS_EACH; draw++) {
      const normal = Float64Array.from({ length: size }, () => drawNormal(random));
      const values = mean.map((value, i) => {
        let moved = value;
        for (let k = 0; k <= i; k++) moved += (root[i * size + k] as number) * (normal[k] as number);
        return moved;
      });
      const [final, ...amplitudes] = values;
      if (final === undefined || !amplitudes.every((amplitude) => amplitude * sign >= 0)) continue;
      const terms = amplitudes.map((amplitude, index) => ({ amplitude, seconds: constants[index] as number }));
      draws.push({ final, terms, slowest: constants.at(-1) as number, weight: Math.exp(evidence - most) });
    }
    return draws;
  });
}
