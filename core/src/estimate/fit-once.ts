import { type Circuit, fail, type Result, succeed, withAllFields } from '../circuit/index.ts';
import { chiSquareProbability, DenseLuFactoriser, dot, stepWithHeld } from '../numeric/index.ts';
import type { Uncertain } from '../quantity/index.ts';
import {
  type Figure,
  figureIn,
  figureOf,
  figuresIn,
  type SensitiveSolution,
  type Solution,
  type SolvedFigures,
  type SolveWarmed,
  sensitivitiesOf,
  solveWarmed,
  type Warmed,
} from '../solve/index.ts';
import { type AloneReading, canBeReadAlone, isAlone, readAlone, slopeAlone } from './alone.ts';
import { drawnLimits, type Limits, type Posterior, profiledLimits } from './limits.ts';
import { readingFigure, signOf, withMeters, withoutMeters } from './reading-figure.ts';
import type { EstimateReading } from './readings.ts';
import { withoutRepeats } from './repeated.ts';
import { withSourceOhms } from './source-ohms.ts';
import { type Unknown, unknownsOf } from './unknowns.ts';

/** What the readings say together. */
export interface Fit {
  /** The circuit with every unknown at its most likely value. */
  readonly circuit: Circuit;
  readonly solution: Solution;
  /** The same with where it was read, for who goes on from there. */
  readonly warmed: Warmed;
  readonly unknowns: readonly (Unknown & { readonly posterior: Uncertain })[];
  /** For each reading: what the fitted circuit says it should have been, and how far off it was in standard deviations. */
  readonly residuals: readonly { readonly id: string; readonly expected: number; readonly sigmas: number }[];
  readonly chiSquare: number;
  readonly freedom: number;
  /** Of a misfit as large as this if nothing but the stated uncertainties is at work. */
  readonly probability: number;
  /** Any figure of its solution with its uncertainty. */
  figureBy(read: (solved: SolvedFigures) => number): Uncertain;
  /** What the fitted circuit says that a reading should show. */
  expected(reading: EstimateReading): number;
  /**
   * What the other readings would expect of this one, to first order: the leave-one-out estimate of least squares.
   *
   * @returns NaN with no uncertainty where it speaks of what is not there; `leverage` is the share of itself that the
   * reading has in it, near 1 where the others say next to nothing and the estimate to first order is none
   */
  expectedByOthers(reading: EstimateReading): Uncertain & { readonly leverage: number };
  /** Any figure of the fitted circuit with its uncertainty. */
  figures(wanted: readonly Figure[]): readonly Uncertain[];
  /**
   * Where a figure lies at 95 %, with the laws as bent as they are: near the knee of a diode the two sides differ.
   * Undefined where no side of it has a solution.
   */
  limits(wanted: Figure): Limits | undefined;
  /** The uncertainty that `wanted` would have after one more reading of `reading` with that uncertainty. */
  afterReading(wanted: Figure, reading: Figure, uncertainty: number): number;
  /** The same after a reading of one part by itself. */
  afterAlone(wanted: Figure, reading: AloneReading): number;
}

const MAX_STEPS = 30;
/** Where every slope is noisy: a fiftieth of what one reading that is off by its uncertainty costs. */
const [MAX_STEPS_IN_NOISE, SETTLED_IN_NOISE] = [4, 0.02];
const SETTLED = 1e-9;
/** Readings that are this far from the circuit, a reading, are not explained by it: the last digits of how far are not worth their time. */
const HOPELESS_COST = 25;
const HOPELESS_GAIN = 1e-3;
/** Of what would fall below nothing in a step, and of what it began as in all steps. */
const KEPT_SHARE = 0.1;
const LEAST_SHARE = 1e-3;
const ROUNDING = 1e-12;
/** A settled period is dear: a step that has to be cut further leads nowhere. */
const SHORTEST_STEP = { dc: 1e-4, periodic: 0.1, oscillating: 0.1 } as const;

export interface FitOptions {
  /** Unknowns with a prior of their own, beside or in place of those that the circuit has. */
  readonly freed?: readonly Unknown[];
  readonly solve?: SolveWarmed;
  /** Ends the search for the most likely values early: what is left is no better than the true minimum. */
  readonly steps?: number;
}

/**
 * Most likely values of the unknowns given readings and priors, by damped Gauss–Newton on the solver's own
 * sensitivities (Björck, Numerical Methods for Least Squares Problems, 1996, 9.2). The unknowns are scaled by their
 * priors, so the normal matrix is the identity plus what the readings add, and always regular.
 */
export function fitOnce(
  found: Circuit,
  taken: readonly EstimateReading[],
  { freed = [], solve = solveWarmed, steps = MAX_STEPS }: FitOptions,
): Result<Fit> {
  const readings = withoutRepeats(taken);
  const circuit = withSourceOhms(found, readings);
  const isFreed = (unknown: Unknown) => freed.some(({ ref, field }) => ref === unknown.ref && field === unknown.field);
  const unknowns = [...unknownsOf(circuit).filter((unknown) => !isFreed(unknown)), ...freed];
  const alone = readings.filter(isAlone);
  const live = readings.filter((reading) => !isAlone(reading));
  const figures: Figure[] = [];
  const wrong = alone.find((reading) => !canBeReadAlone(circuit, reading));
  if (wrong)
    return fail('unknown-ref', `Reading ${wrong.id} is of ${wrong.across} alone, which is not there or cannot be read so.`, wrong.id);
  for (const reading of live) {
    const figure = readingFigure(circuit, reading);
    if (!figure) return fail('unknown-ref', `Reading ${reading.id} speaks of a part or net that the circuit does not have.`, reading.id);
    figures.push(figure);
  }
  const metered = withMeters(circuit, figures);
  const model = new ReadingModel(metered.circuit, unknowns, live, metered.figures, alone, solve, steps);
  const settled = model.descend();
  return settled.ok ? model.fitAt(settled.value) : settled;
}

interface State {
  /** Scaled: (value − prior) / prior uncertainty. */
  readonly q: Float64Array;
  readonly circuit: Circuit;
  readonly warmed: Warmed;
  readonly predicted: readonly number[];
  readonly cost: number;
}

/** Where the descent ended, with the slopes there. */
interface Settled {
  readonly state: State;
  readonly sensitive: SensitiveSolution;
}

class ReadingModel {
  private readonly signs: readonly number[];

  constructor(
    private readonly base: Circuit,
    private readonly unknowns: readonly Unknown[],
    private readonly live: readonly EstimateReading[],
    private readonly figures: readonly Figure[],
    private readonly alone: readonly AloneReading[],
    private readonly solve: SolveWarmed,
    private readonly steps: number,
  ) {
    this.signs = figures.map((figure) => signOf(base, figure));
  }

  descend(): Result<Settled> {
    const begun = this.stateAt(new Float64Array(this.unknowns.length));
    if (!begun.ok) return begun;
    let state = begun.value;
    // An oscillation is solved anew for each slope, and its noise hides what is gained last.
    const isNoisy = state.warmed.solution.regime === 'oscillating';
    const settled = isNoisy ? SETTLED_IN_NOISE : SETTLED;
    for (let step = 0; step < Math.min(this.steps, isNoisy ? MAX_STEPS_IN_NOISE : MAX_STEPS); step++) {
      const sensitive = this.sensitivitiesAt(state);
      if (!sensitive.ok) return sensitive;
      const { normal, gradient } = this.normalEquations(state, sensitive.value);
      const direction = this.stepFrom(state, normal, gradient);
      // Where the slopes promise nothing more, a search for it would be all in vain.
      if (dot(gradient, direction) < settled * (1 + state.cost)) return succeed({ state, sensitive: sensitive.value });
      const next = this.lineSearch(state, direction);
      if (!next) return succeed({ state, sensitive: sensitive.value });
      const gain = state.cost - next.cost;
      state = next;
      // The last step moved nothing by a ten-thousandth of its uncertainty: the slopes are those of before it.
      const isHopeless = state.cost > HOPELESS_COST * (1 + this.live.length + this.alone.length);
      if (gain < (isHopeless ? HOPELESS_GAIN : settled) * (1 + next.cost)) return succeed({ state, sensitive: sensitive.value });
    }
    const sensitive = this.sensitivitiesAt(state);
    return sensitive.ok ? succeed({ state, sensitive: sensitive.value }) : sensitive;
  }

  /**
   * The step of Gauss and Newton, within what can be: an unknown that began above nothing, as a resistance, keeps at
   * least a tenth of itself, and the others then step as is best with that (projected Newton, Bertsekas 1982).
   */
  private stepFrom(state: State, normal: Float64Array, gradient: Float64Array): Float64Array {
    const held = new Map<number, number>();
    for (;;) {
      const direction = stepWithHeld(normal, gradient, held);
      const before = held.size;
      this.unknowns.forEach(({ prior }, index) => {
        if (!(prior.value > 0 && prior.uncertainty > 0)) return;
        const now = prior.value + state.q[index] * prior.uncertainty;
        const least = Math.max(KEPT_SHARE * now, LEAST_SHARE * prior.value);
        const furthest = Math.min(0, (least - now) / prior.uncertainty);
        if (direction[index] < furthest - ROUNDING) held.set(index, furthest);
      });
      if (held.size === before) return direction;
    }
  }

  fitAt({ state, sensitive }: Settled): Result<Fit> {
    const { unknowns, live, alone } = this;
    const count = unknowns.length;
    const factor = new DenseLuFactoriser(count).factor(this.normalEquations(state, sensitive).normal);
    const covarianceTimes = (vector: Float64Array) => {
      const out = vector.slice();
      factor.solveInPlace(out);
      return out;
    };
    const scaledGradient = (wanted: Figure) =>
      sensitive.derivatives((solved) => figureOf(solved, wanted)).map((slope, column) => slope * unknowns[column].prior.uncertainty);
    // The rank-one update of a covariance by one scalar reading (Kalman, J. Basic Eng. 82, 1960).
    const updated = (g: Float64Array, h: Float64Array, uncertainty: number) => {
      const ch = covarianceTimes(h);
      return Math.sqrt(Math.max(0, dot(g, covarianceTimes(g)) - dot(g, ch) ** 2 / (uncertainty ** 2 + dot(h, ch))));
    };
    const readings = [...live, ...alone];
    const chiSquare = state.cost;
    // Every prior is a reading of its unknown, so the freedom is the number of readings proper.
    const freedom = readings.length;
    return succeed({
      circuit: withoutMeters(state.circuit),
      solution: state.warmed.solution,
      warmed: state.warmed,
      unknowns: unknowns.map((unknown, index) => {
        const unit = new Float64Array(count);
        unit[index] = 1;
        const { value, uncertainty } = unknown.prior;
        return {
          ...unknown,
          posterior: {
            value: value + state.q[index] * uncertainty,
            uncertainty: uncertainty * Math.sqrt(Math.max(0, covarianceTimes(unit)[index])),
          },
        };
      }),
      residuals: readings.map((reading, index) => ({
        id: reading.id,
        expected: state.predicted[index],
        sigmas: (reading.value - state.predicted[index]) / reading.uncertainty,
      })),
      chiSquare,
      freedom,
      probability: chiSquareProbability(chiSquare, freedom),
      figureBy: (read) => {
        const gradient = sensitive.derivatives(read).map((slope, column) => slope * unknowns[column].prior.uncertainty);
        return this.spreadOf(state, gradient, covarianceTimes(gradient), ({ warmed }) => read(figuresIn(warmed.solution)));
      },
      expected: (reading) => {
        if (isAlone(reading)) return readAlone(state.circuit, reading);
        const figure = this.figureFor(state, reading);
        return figure ? signOf(state.circuit, figure) * figureIn(state.warmed.solution, figure) : Number.NaN;
      },
      expectedByOthers: (reading) => {
        const figure = this.figureFor(state, reading);
        if (!figure && !isAlone(reading)) return { value: Number.NaN, uncertainty: 0, leverage: 0 };
        const row = figure
          ? scaledGradient(figure).map((slope) => signOf(state.circuit, figure) * slope)
          : this.aloneRow(state, reading as AloneReading);
        const fitted = figure
          ? signOf(state.circuit, figure) * figureIn(state.warmed.solution, figure)
          : readAlone(state.circuit, reading as AloneReading);
        const variance = Math.max(0, dot(row, covarianceTimes(row)));
        // The share of itself that the reading has in what it is expected to be.
        const leverage = Math.min(0.999, variance / reading.uncertainty ** 2);
        const value = fitted - (leverage / (1 - leverage)) * (reading.value - fitted);
        return { value, uncertainty: Math.sqrt(variance / (1 - leverage)), leverage };
      },
      figures: (wanted) =>
        wanted.map((figure) => {
          const gradient = scaledGradient(figure);
          return this.spreadOf(state, gradient, covarianceTimes(gradient), ({ warmed }) => figureIn(warmed.solution, figure));
        }),
      limits: (wanted) => {
        const posterior: Posterior = {
          normal: this.normalEquations(state, sensitive).normal,
          gradient: scaledGradient(wanted),
          at: (away) => {
            const moved = this.stateAt(
              state.q.map((value, index) => value + away[index]),
              state,
            );
            // What has no solution cannot be.
            return moved.ok ? { value: figureIn(moved.value.warmed.solution, wanted), costlier: moved.value.cost - state.cost } : undefined;
          },
        };
        return state.warmed.solution.regime === 'dc' ? drawnLimits(posterior) : profiledLimits(posterior);
      },
      afterReading: (wanted, reading, uncertainty) => updated(scaledGradient(wanted), scaledGradient(reading), uncertainty),
      afterAlone: (wanted, reading) => updated(scaledGradient(wanted), this.aloneRow(state, reading), reading.uncertainty),
    });
  }

  /**
   * A figure by its slopes; where these say that it may as well be nothing, by what it is one standard deviation to either
   * side: a charger or a converter at its limit is steep there, and flat a little further.
   *
   * @param weighed the gradient times the covariance
   */
  private spreadOf(state: State, gradient: Float64Array, weighed: Float64Array, read: (state: State) => number): Uncertain {
    const value = read(state);
    const uncertainty = Math.sqrt(Math.max(0, dot(gradient, weighed)));
    if (!(uncertainty > Math.abs(value)) || state.warmed.solution.regime !== 'dc') return { value, uncertainty };
    const sides = [1, -1].flatMap((sign) => {
      const moved = this.stateAt(
        state.q.map((at, index) => at + (sign * weighed[index]) / uncertainty),
        state,
      );
      return moved.ok ? [read(moved.value)] : [];
    });
    return sides.length < 2 ? { value, uncertainty } : { value, uncertainty: Math.abs(sides[0] - sides[1]) / 2 };
  }

  private sensitivitiesAt({ warmed, circuit }: State): Result<SensitiveSolution> {
    return sensitivitiesOf(warmed, circuit, this.unknowns);
  }

  private stateAt(q: Float64Array, near?: State): Result<State> {
    const values = new Map<string, Record<string, number>>();
    for (const [index, { ref, field, prior }] of this.unknowns.entries()) {
      const value = prior.value + q[index] * prior.uncertainty;
      if (prior.value > 0 && !(value > 0)) return fail('no-convergence', `${ref} would have ${field} below nothing.`, ref);
      values.set(ref, { ...values.get(ref), [field]: value });
    }
    const circuit = withAllFields(this.base, values);
    const warmed = this.solve(circuit, { near: near && 'settled' in near.warmed ? near.warmed.settled : undefined });
    if (!warmed.ok) return warmed;
    const predicted = [
      ...this.figures.map((figure, index) => this.signs[index] * figureIn(warmed.value.solution, figure)),
      ...this.alone.map((reading) => readAlone(circuit, reading)),
    ];
    let cost = dot(q, q);
    [...this.live, ...this.alone].forEach((reading, index) => {
      cost += ((reading.value - predicted[index]) / reading.uncertainty) ** 2;
    });
    return succeed({ q, circuit, warmed: warmed.value, predicted, cost });
  }

  /** Normal matrix and minus half the gradient of the cost, in scaled unknowns. */
  private normalEquations(state: State, sensitive: SensitiveSolution): { normal: Float64Array; gradient: Float64Array } {
    const { unknowns, live, alone } = this;
    const { q, predicted } = state;
    const count = unknowns.length;
    const normal = new Float64Array(count * count);
    const gradient = q.map((value) => -value);
    for (let i = 0; i < count; i++) normal[i * count + i] = 1;
    const add = (row: Float64Array, misfit: number) => {
      for (let i = 0; i < count; i++) {
        gradient[i] += row[i] * misfit;
        for (let j = 0; j < count; j++) normal[i * count + j] += row[i] * row[j];
      }
    };
    live.forEach((reading, index) => {
      const slopes = sensitive.derivatives((solved) => figureOf(solved, this.figures[index]));
      const row = slopes.map((slope, column) => (this.signs[index] * slope * unknowns[column].prior.uncertainty) / reading.uncertainty);
      add(row, (reading.value - predicted[index]) / reading.uncertainty);
    });
    alone.forEach((reading, index) => {
      const row = this.aloneRow(state, reading).map((slope) => slope / reading.uncertainty);
      add(row, (reading.value - predicted[live.length + index]) / reading.uncertainty);
    });
    return { normal, gradient };
  }

  /** One of the model's own readings may stand on a meter of its own. */
  private figureFor({ circuit }: State, reading: EstimateReading): Figure | undefined {
    const own = this.live.findIndex(({ id }) => id === reading.id);
    return this.figures[own] ?? readingFigure(circuit, reading);
  }

  /** The slopes of a part's own reading by the scaled unknowns. */
  private aloneRow({ circuit }: State, reading: AloneReading): Float64Array {
    return Float64Array.from(this.unknowns, (unknown) => slopeAlone(circuit, reading, unknown) * unknown.prior.uncertainty);
  }

  private lineSearch(state: State, direction: Float64Array): State | undefined {
    for (let length = 1; length > SHORTEST_STEP[state.warmed.solution.regime]; length /= 2) {
      const next = this.stateAt(
        state.q.map((value, index) => value + length * direction[index]),
        state,
      );
      if (next.ok && next.value.cost < state.cost) return next.value;
    }
    return undefined;
  }
}
