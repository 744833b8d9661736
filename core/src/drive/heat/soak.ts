import { DenseLuFactoriser, drawNormal, seededRandom } from '../../numeric/index.ts';
import type { Uncertain } from '../../quantity/index.ts';

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

/** Where a warming goes, and how fast. Plain data: it goes from thread to thread. */
export interface Soak {
  /** The middle of what it lies between, a quarter of that wide. */
  readonly final: Uncertain;
  /** At 95 %. */
  readonly low: number;
  readonly high: number;
  /** The slowest time constant. */
  readonly constantSeconds: Uncertain;
  /** From the start of the power until it is within a kelvin of its end. */
  readonly steadySeconds: number;
  readonly exponentials: 1 | 2;
  /** The likeliest. */
  readonly curve: SoakCurve;
}

/** What can be said of a warming: where it goes, or that it is too early to say, with what it lies between so far. */
export type SoakOutcome =
  | ({ readonly outcome: 'fitted' } & Soak)
  | { readonly outcome: 'too early'; readonly low: number; readonly high: number };

const FEWEST = 4;
/** Time constants that are tried, equally likely by their logarithm: from a bare chip's to a heavy lamp's in its case, s. */
const [SHORTEST, LONGEST] = [15, 3600];
/** How many of them: one alone must be met closely, two make up between them for what they miss. */
const [SINGLES, DOUBLES] = [240, 44];
/** Two exponentials are told apart from here on. */
const APART = 2;
/** How likely one exponential alone is thought before: most cases have a fast part and a slow one. */
const SINGLE_SHARE = 0.5;
/** A rise that is thought likely before anything was read: as much again as was seen, and at least this, K. */
const LEAST_POSSIBLE_KELVIN = 15;
const DRAWS_EACH = 12;
/** A pair of constants this much less likely than the best (in the logarithm) weighs nothing. */
const NEGLIGIBLE = 12;
const SEED = 20_261_128;
/** An end that is known to no better than this share of what was seen of the rise is not known. */
const KNOWN_SHARE = 0.5;
const LEAST_KELVIN = 3;
const BESIDE_GRID = 1.06;

interface Candidate {
  readonly constants: readonly number[];
  /** The end, then the amplitude of each exponential. */
  readonly mean: Float64Array;
  /** Lower triangle of the covariance’s root, row by row. */
  readonly root: Float64Array;
  readonly cost: number;
  /** Logarithm of how well it explains the points, its freedom paid for. */
  readonly evidence: number;
}

interface Draw {
  readonly final: number;
  readonly slowest: number;
  readonly weight: number;
}

/**
 * Fits a warming by one or two exponentials, T = T∞ + Σ a·exp(−t/τ): for every pair of time constants the rest is linear
 * (variable projection; Golub and Pereyra, SIAM J. Numer. Anal. 10, 1973), and all pairs are weighed by how well they
 * explain the points, amplitudes of one sign (Gelman et al., Bayesian Data Analysis, 3rd ed. 2013, ch. 3 and 7). So the
 * slow part that a short series cannot show widens the end instead of being taken for none.
 *
 * @returns undefined with fewer than four points, or where they are of one moment
 */
export function fitSoak(points: readonly SoakPoint[]): SoakOutcome | undefined {
  if (points.length < FEWEST) return undefined;
  const times = points.map(({ seconds }) => seconds);
  if (!(Math.max(...times) > Math.min(...times))) return undefined;
  const [first, last] = [points[0] as SoakPoint, points.at(-1) as SoakPoint];
  const sign = last.celsius >= first.celsius ? -1 : 1;
  const seen = Math.abs(last.celsius - first.celsius);
  const possible = Math.max(LEAST_POSSIBLE_KELVIN, seen);
  const sums = new WeightedSums(points);
  const widened = widenedBy(sums.candidates(1, possible), points);
  const candidates = sums.candidates(widened, possible);
  const best = bestOf(candidates);
  if (!best) return undefined;
  const draws = drawsOf(candidates, best.evidence, sign);
  if (draws.length === 0) return undefined;
  const at = (share: number, of: (draw: Draw) => number) => quantile(draws, share, of);
  // A grid of constants leaves a little out between its lines.
  const [lowest, highest] = [0.025, 0.975].map((share) => at(share, ({ final }) => final)) as [number, number];
  const middle = (lowest + highest) / 2;
  const [low, high] = [middle - BESIDE_GRID * (middle - lowest), middle + BESIDE_GRID * (highest - middle)];
  if (high - low > Math.max(LEAST_KELVIN, KNOWN_SHARE * seen)) return { outcome: 'too early', low, high };
  const slow = [0.16, 0.5, 0.84].map((share) => at(share, ({ slowest }) => slowest)) as [number, number, number];
  const curve = curveOf(best);
  return {
    outcome: 'fitted',
    final: { value: middle, uncertainty: (high - low) / 4 },
    low,
    high,
    constantSeconds: { value: slow[1], uncertainty: (slow[2] - slow[0]) / 2 },
    steadySeconds: steadyAfter(curve),
    exponentials: hasTwo(candidates, best) ? 2 : 1,
    curve,
  };
}

/** What the curve says at a time, °C. */
export function soakAt({ final, terms }: SoakCurve, seconds: number): number {
  return terms.reduce((sum, term) => sum + term.amplitude * Math.exp(-seconds / term.seconds), final);
}

function bestOf(candidates: readonly Candidate[]): Candidate | undefined {
  return candidates.reduce<Candidate | undefined>((best, one) => (best && best.evidence >= one.evidence ? best : one), undefined);
}

/** Two exponentials are named where they explain clearly more than one does. */
function hasTwo(candidates: readonly Candidate[], best: Candidate): boolean {
  if (best.constants.length < 2) return false;
  const single = bestOf(candidates.filter(({ constants }) => constants.length === 1));
  return !single || best.evidence > single.evidence + 1;
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
      const [final] = values as unknown as [number];
      const isOneWay = values.subarray(1).every((amplitude) => amplitude * sign >= 0);
      if (isOneWay) draws.push({ final, slowest: constants.at(-1) as number, weight: Math.exp(evidence - most) });
    }
    return draws;
  });
}

function quantile(draws: readonly Draw[], share: number, of: (draw: Draw) => number): number {
  const sorted = draws.toSorted((a, b) => of(a) - of(b));
  const whole = sorted.reduce((sum, { weight }) => sum + weight, 0);
  let sum = 0;
  for (const draw of sorted) {
    sum += draw.weight;
    if (sum >= share * whole) return of(draw);
  }
  return of(sorted.at(-1) as Draw);
}

function curveOf({ constants, mean }: Candidate): SoakCurve {
  return { final: mean[0] as number, terms: constants.map((seconds, index) => ({ seconds, amplitude: mean[1 + index] as number })) };
}

function steadyAfter(curve: SoakCurve): number {
  const slowest = Math.max(...curve.terms.map(({ seconds }) => seconds));
  let [low, high] = [0, 40 * slowest];
  for (let step = 0; step < 60; step++) {
    const middle = (low + high) / 2;
    if (Math.abs(soakAt(curve, middle) - curve.final) > 1) low = middle;
    else high = middle;
  }
  return high;
}
