import type { Uncertain } from '../../quantity/index.ts';
import {
  bestOf,
  type Candidate,
  curveOf,
  type Draw,
  quantile,
  type SoakCurve,
  type SoakPoint,
  soakAt,
  soakPosterior,
  stepOfConstants,
} from './soak-posterior.ts';

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
/** An end that is known to no better than this share of what was seen of the rise is not known. */
const KNOWN_SHARE = 0.5;
const LEAST_KELVIN = 3;
const BESIDE_GRID = 1.06;

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
  const seen = Math.abs(last.celsius - first.celsius);
  const posterior = soakPosterior(points);
  if (!posterior) return undefined;
  const { candidates, best, draws } = posterior;
  const { low, high } = endOf(draws);
  const at = (share: number, of: (draw: Draw) => number) => quantile(draws, share, of);
  if (high - low > Math.max(LEAST_KELVIN, KNOWN_SHARE * seen)) return { outcome: 'too early', low, high };
  const slow = [0.16, 0.5, 0.84].map((share) => at(share, ({ slowest }) => slowest)) as [number, number, number];
  const curve = curveOf(best);
  const exponentials = hasTwo(candidates, best) ? 2 : 1;
  // It lies anywhere between two that are tried: of a range of even chance the standard deviation is its width by √12 (GUM, 4.3.7).
  const between = (slow[1] * stepOfConstants(exponentials)) / Math.sqrt(12);
  return {
    outcome: 'fitted',
    final: { value: (low + high) / 2, uncertainty: (high - low) / 4 },
    low,
    high,
    constantSeconds: { value: slow[1], uncertainty: Math.hypot((slow[2] - slow[0]) / 2, between) },
    steadySeconds: steadyAfter(curve),
    exponentials,
    curve,
  };
}

/** What the end lies between at 95 %. A grid of constants leaves a little out between its lines. */
export function endOf(draws: readonly Draw[]): { readonly low: number; readonly high: number } {
  const [lowest, highest] = [0.025, 0.975].map((share) => quantile(draws, share, ({ final }) => final)) as [number, number];
  const middle = (lowest + highest) / 2;
  return { low: middle - BESIDE_GRID * (middle - lowest), high: middle + BESIDE_GRID * (highest - middle) };
}

/** Two exponentials are named where they explain clearly more than one does. */
function hasTwo(candidates: readonly Candidate[], best: Candidate): boolean {
  if (best.constants.length < 2) return false;
  const single = bestOf(candidates.filter(({ constants }) => constants.length === 1));
  return !single || best.evidence > single.evidence + 1;
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
