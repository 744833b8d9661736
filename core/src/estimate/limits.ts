import { cholesky, drawNormal, seededRandom, solveTransposedTriangle, solveTriangle } from '../numeric/index.ts';

/** What a figure lies between at 95 %. */
export interface Limits {
  readonly low: number;
  readonly high: number;
}

/** What is left open after the readings, in scaled unknowns around the most likely ones. */
export interface Posterior {
  /** Half the second derivative of the cost, where the laws were straight. */
  readonly normal: Float64Array;
  /** Of the wanted figure. */
  readonly gradient: Float64Array;
  /** The figure, and by how much chi-square is higher, `away` from the most likely values; undefined where nothing solves the circuit. */
  at(away: Float64Array): { readonly value: number; readonly costlier: number } | undefined;
}

/** Enough for the limits to two figures; the seed makes the same tape give the same figure. */
const DRAWS = 600;
const DRAW_SEED = 20_260_101;

/** Importance sampling: draws of the normal approximation, each weighed by how far the true cost differs from it. */
export function drawnLimits({ normal, gradient, at }: Posterior): Limits | undefined {
  const count = gradient.length;
  const lower = cholesky(normal, count);
  if (!lower) return undefined;
  const random = seededRandom(DRAW_SEED);
  const draws: { value: number; logWeight: number }[] = [];
  for (let draw = 0; draw < DRAWS; draw++) {
    const z = Float64Array.from({ length: count }, () => drawNormal(random));
    const away = z.slice();
    solveTransposedTriangle(lower, count, away);
    const there = at(away);
    const straight = z.reduce((sum, value) => sum + value * value, 0);
    if (there) draws.push({ value: there.value, logWeight: (straight - there.costlier) / 2 });
  }
  return weightedLimits(draws);
}

function weightedLimits(draws: readonly { value: number; logWeight: number }[]): Limits | undefined {
  if (draws.length < DRAWS / 2) return undefined;
  const most = Math.max(...draws.map(({ logWeight }) => logWeight));
  const sorted = draws.map(({ value, logWeight }) => ({ value, weight: Math.exp(logWeight - most) })).sort((a, b) => a.value - b.value);
  const whole = sorted.reduce((sum, { weight }) => sum + weight, 0);
  const quantile = (share: number) => {
    let sum = 0;
    for (const { value, weight } of sorted) {
      sum += weight;
      if (sum >= share * whole) return value;
    }
    return sorted.at(-1)?.value ?? Number.NaN;
  };
  return { low: quantile(0.025), high: quantile(0.975) };
}

/** Chi-square of one degree of freedom at 95 %, and its root. */
const COSTLIER_AT_LIMIT = 3.841;
const SIGMAS_AT_LIMIT = 1.96;
const PROFILE_STEPS = 3;
/** A side that is open is not followed further than this many standard deviations. */
const MOST_SIGMAS = 6;

/**
 * Likelihood limits (Venzon and Moolgavkar, Appl. Stat. 37, 1988), along the line on which the figure moves most: each side
 * goes as far as chi-square rises by what 95 % allow. A few solves a side, where a draw of a settled period costs too much.
 */
export function profiledLimits({ normal, gradient, at }: Posterior): Limits | undefined {
  const count = gradient.length;
  const lower = cholesky(normal, count);
  if (!lower) return undefined;
  // C·g / √(g·C·g): one standard deviation of the figure.
  const direction = gradient.slice();
  solveTriangle(lower, count, direction);
  const length = Math.sqrt(direction.reduce((sum, value) => sum + value * value, 0));
  const centre = at(new Float64Array(count));
  if (!centre) return undefined;
  if (!(length > 0)) return { low: centre.value, high: centre.value };
  solveTransposedTriangle(lower, count, direction);
  const side = (sign: number) => {
    let sigmas = SIGMAS_AT_LIMIT;
    let value: number | undefined;
    for (let step = 0; step < PROFILE_STEPS; step++) {
      const there = at(direction.map((along) => (sign * sigmas * along) / length));
      if (!there) {
        sigmas /= 2;
        continue;
      }
      value = there.value;
      if (!(there.costlier > 0)) break;
      const next = Math.min(MOST_SIGMAS, sigmas * Math.sqrt(COSTLIER_AT_LIMIT / there.costlier));
      if (Math.abs(next - sigmas) < 0.02 * sigmas) break;
      sigmas = next;
    }
    return value;
  };
  const [one, other] = [side(-1), side(1)];
  if (one === undefined || other === undefined) return undefined;
  // To both sides it may leap the same way, as a flasher that stays on: the most likely value is between its limits also then.
  return { low: Math.min(one, other, centre.value), high: Math.max(one, other, centre.value) };
}
