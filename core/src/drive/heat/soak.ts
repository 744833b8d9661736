import { DenseLuFactoriser } from '../../numeric/index.ts';
import type { Uncertain } from '../../quantity/index.ts';

/** A temperature of a warming thing. */
export interface SoakPoint {
  readonly seconds: number;
  readonly celsius: number;
  /** One standard uncertainty. */
  readonly uncertainty: number;
}

/** Where a warming goes, and how fast. */
export interface Soak {
  readonly final: Uncertain;
  /** The slowest time constant. */
  readonly constantSeconds: Uncertain;
  /** From the start of the power until it is within a kelvin of its end. */
  readonly steadySeconds: number;
  readonly exponentials: 1 | 2;
  readonly at: (seconds: number) => number;
}

const FEWEST_FOR_ONE = 4;
const FEWEST_FOR_TWO = 9;
/** A second exponential must earn its two parameters (Akaike, IEEE Trans. AC-19, 1974, corrected for few points). */
const GRID = 48;
const REFINEMENTS = 40;

interface Model {
  readonly constants: readonly number[];
  /** Final temperature, then the amplitude of each exponential. */
  readonly linear: Float64Array;
  readonly cost: number;
}

/**
 * Fits T = T∞ + Σ a·exp(−t/τ) to the first minutes of a warming: linear in temperature and amplitudes, searched in the
 * time constants (variable projection; Golub and Pereyra, SIAM J. Numer. Anal. 10, 1973), one or two exponentials as
 * the data ask. The uncertainty is that of the linearised fit, widened where the points scatter more than they say.
 *
 * @returns undefined with fewer than four points, or where they do not bend yet
 */
export function fitSoak(points: readonly SoakPoint[]): Soak | undefined {
  if (points.length < FEWEST_FOR_ONE) return undefined;
  const span = Math.max(...points.map(({ seconds }) => seconds)) - Math.min(...points.map(({ seconds }) => seconds));
  if (!(span > 0)) return undefined;
  const one = searchOne(points, span);
  if (!one) return undefined;
  const two = points.length >= FEWEST_FOR_TWO ? searchTwo(points, span, one) : undefined;
  const best = two && corrected(two, points.length) < corrected(one, points.length) ? two : one;
  return describe(best, points, span);
}

/** Akaike's criterion with its correction for few points. */
function corrected({ cost, constants }: Model, count: number): number {
  const parameters = 1 + 2 * constants.length;
  return cost + 2 * parameters + (2 * parameters * (parameters + 1)) / Math.max(1, count - parameters - 1);
}

function searchOne(points: readonly SoakPoint[], span: number): Model | undefined {
  const at = (log: number) => solveLinear(points, [Math.exp(log)]);
  const [low, high] = [Math.log(span / 50), Math.log(span * 20)];
  return refined(at, low, high);
}

/** The best of a grid over a logarithm, then by golden section beside it. */
function refined(at: (log: number) => Model | undefined, low: number, high: number): Model | undefined {
  let best: Model | undefined;
  let bestLog = low;
  for (let step = 0; step <= GRID; step++) {
    const log = low + ((high - low) * step) / GRID;
    const model = at(log);
    if (model && (!best || model.cost < best.cost)) [best, bestLog] = [model, log];
  }
  let [a, b] = [bestLog - (high - low) / GRID, bestLog + (high - low) / GRID];
  const ratio = (Math.sqrt(5) - 1) / 2;
  for (let step = 0; step < REFINEMENTS; step++) {
    const [left, right] = [b - ratio * (b - a), a + ratio * (b - a)];
    if ((at(left)?.cost ?? Number.POSITIVE_INFINITY) < (at(right)?.cost ?? Number.POSITIVE_INFINITY)) b = right;
    else a = left;
  }
  const last = at((a + b) / 2);
  return last && best && last.cost < best.cost ? last : best;
}

function searchTwo(points: readonly SoakPoint[], span: number, one: Model): Model | undefined {
  let best: Model | undefined;
  // From the single constant outwards: a fast part and a slow one, each in turn.
  let [fast, slow] = [(one.constants[0] as number) / 4, (one.constants[0] as number) * 1.5];
  for (let round = 0; round < 6; round++) {
    const byFast = refined((log) => solveLinear(points, [Math.exp(log), slow]), Math.log(span / 100), Math.log(slow / 1.5));
    if (byFast) fast = byFast.constants[0] as number;
    const bySlow = refined((log) => solveLinear(points, [fast, Math.exp(log)]), Math.log(fast * 1.5), Math.log(span * 20));
    if (!bySlow) break;
    slow = bySlow.constants[1] as number;
    if (!best || bySlow.cost < best.cost - 1e-9) best = bySlow;
    else break;
  }
  return best;
}

/** Weighted least squares of the final temperature and the amplitudes at given constants. */
function solveLinear(points: readonly SoakPoint[], constants: readonly number[]): Model | undefined {
  const size = 1 + constants.length;
  const normal = new Float64Array(size * size);
  const right = new Float64Array(size);
  const rows = points.map(({ seconds, uncertainty }) => basis(constants, seconds).map((value) => value / uncertainty));
  points.forEach(({ celsius, uncertainty }, index) => {
    const row = rows[index] as readonly number[];
    for (let i = 0; i < size; i++) {
      right[i] += (row[i] as number) * (celsius / uncertainty);
      for (let j = 0; j < size; j++) normal[i * size + j] += (row[i] as number) * (row[j] as number);
    }
  });
  for (let i = 0; i < size; i++) normal[i * size + i] *= 1 + 1e-12;
  new DenseLuFactoriser(size).factor(normal).solveInPlace(right);
  if (!right.every(Number.isFinite)) return undefined;
  const cost = points.reduce((sum, { celsius, uncertainty }, index) => {
    const predicted = (rows[index] as readonly number[]).reduce((total, value, i) => total + value * (right[i] as number), 0);
    return sum + (celsius / uncertainty - predicted) ** 2;
  }, 0);
  return { constants, linear: right, cost };
}

function basis(constants: readonly number[], seconds: number): number[] {
  return [1, ...constants.map((constant) => Math.exp(-seconds / constant))];
}

/** Longer than this many spans of the data, a constant is a straight line: its end cannot be told. */
const LONGEST_SPANS = 12;

function describe(model: Model, points: readonly SoakPoint[], span: number): Soak | undefined {
  const { constants, linear } = model;
  const slowest = Math.max(...constants);
  if (slowest > LONGEST_SPANS * span) return undefined;
  const covariance = covarianceOf(model, points);
  if (!covariance) return undefined;
  const freedom = points.length - (1 + 2 * constants.length);
  const widened = freedom > 0 ? Math.max(1, model.cost / freedom) : 1;
  const size = 1 + 2 * constants.length;
  const deviation = (index: number) => Math.sqrt(Math.max(0, widened * (covariance[index * size + index] as number)));
  const at = (seconds: number) => basis(constants, seconds).reduce((sum, value, index) => sum + value * (linear[index] as number), 0);
  const slowIndex = constants.indexOf(slowest);
  const final = linear[0] as number;
  return {
    final: { value: final, uncertainty: deviation(0) },
    constantSeconds: { value: slowest, uncertainty: deviation(1 + constants.length + slowIndex) },
    steadySeconds: steadyAfter(at, final, slowest),
    exponentials: constants.length === 2 ? 2 : 1,
    at,
  };
}

/** The inverse of the normal matrix in all parameters: final, amplitudes, constants. */
function covarianceOf({ constants, linear }: Model, points: readonly SoakPoint[]): Float64Array | undefined {
  const size = 1 + 2 * constants.length;
  const normal = new Float64Array(size * size);
  for (const { seconds, uncertainty } of points) {
    const values = basis(constants, seconds);
    const byConstant = constants.map(
      (constant, index) => (linear[1 + index] as number) * (values[1 + index] as number) * (seconds / constant ** 2),
    );
    const row = [...values, ...byConstant].map((value) => value / uncertainty);
    for (let i = 0; i < size; i++) for (let j = 0; j < size; j++) normal[i * size + j] += (row[i] as number) * (row[j] as number);
  }
  for (let i = 0; i < size; i++) normal[i * size + i] *= 1 + 1e-12;
  const factor = new DenseLuFactoriser(size).factor(normal);
  const inverse = new Float64Array(size * size);
  for (let column = 0; column < size; column++) {
    const unit = new Float64Array(size);
    unit[column] = 1;
    factor.solveInPlace(unit);
    for (let row = 0; row < size; row++) inverse[row * size + column] = unit[row] as number;
  }
  return inverse.every(Number.isFinite) ? inverse : undefined;
}

function steadyAfter(at: (seconds: number) => number, final: number, slowest: number): number {
  let [low, high] = [0, 40 * slowest];
  for (let step = 0; step < 60; step++) {
    const middle = (low + high) / 2;
    if (Math.abs(at(middle) - final) > 1) low = middle;
    else high = middle;
  }
  return high;
}
