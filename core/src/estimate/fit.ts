import { type Circuit, fail, type Result, succeed, withFields } from '../circuit/index.ts';
import { deviceOf } from '../device/index.ts';
import { chiSquareProbability, DenseLuFactoriser } from '../numeric/index.ts';
import type { Uncertain } from '../quantity/index.ts';
import { type Figure, figureAt, type OperatingPoint, sensitivities, solveOperatingPoint } from '../solve/index.ts';
import type { EstimateReading } from './readings.ts';
import { type Unknown, unknownsOf } from './unknowns.ts';

/** What the readings say together. */
export interface Fit {
  /** The circuit with every unknown at its most likely value. */
  readonly circuit: Circuit;
  readonly point: OperatingPoint;
  readonly unknowns: readonly (Unknown & { readonly posterior: Uncertain })[];
  /** For each reading: what the fitted circuit says it should have been, and how far off it was in standard deviations. */
  readonly residuals: readonly { readonly id: string; readonly expected: number; readonly sigmas: number }[];
  readonly chiSquare: number;
  readonly freedom: number;
  /** Of a misfit as large as this if nothing but the stated uncertainties is at work. */
  readonly probability: number;
  /** Any figure of the fitted circuit with its uncertainty. */
  figures(wanted: readonly Figure[]): readonly Uncertain[];
  /** The uncertainty that `wanted` would have after one more reading of `reading` with that uncertainty. */
  afterReading(wanted: Figure, reading: Figure, uncertainty: number): number;
  /** The same after one unknown itself was measured, as ohms of a part alone are. */
  afterKnowing(wanted: Figure, unknown: Unknown, uncertainty: number): number;
}

const MAX_STEPS = 30;
const SETTLED = 1e-9;

/**
 * Most likely values of the unknowns given readings and priors, by damped Gauss–Newton on the solver's own
 * sensitivities (Björck, Numerical Methods for Least Squares Problems, 1996, 9.2). The unknowns are scaled by their
 * priors, so the normal matrix is the identity plus what the readings add, and always regular.
 */
export function fitReadings(circuit: Circuit, readings: readonly EstimateReading[]): Result<Fit> {
  const unknowns = unknownsOf(circuit);
  const alone = readings.filter((reading) => reading.kind === 'ohms');
  const live = readings.filter((reading) => reading.kind !== 'ohms');
  const figures: Figure[] = [];
  for (const reading of live) {
    const figure = figureOf(circuit, reading);
    if (!figure) return fail('unknown-ref', `Reading ${reading.id} speaks of a part or net that the circuit does not have.`, reading.id);
    figures.push(figure);
  }
  const model = new ReadingModel(circuit, unknowns, live, figures, alone);
  const settled = model.descend();
  return settled.ok ? succeed(model.fitAt(settled.value)) : settled;
}

/** What a live reading measures, as a figure of the solver; undefined where the part or net is not there. */
export function figureOf(circuit: Circuit, reading: EstimateReading): Figure | undefined {
  switch (reading.kind) {
    case 'volts':
      return typeof reading.across === 'string' ? partFigure(circuit, reading.across, 'volts') : netsFigure(circuit, ...reading.across);
    case 'amps':
      return partFigure(circuit, reading.through, 'amps');
    case 'watts':
      return partFigure(circuit, reading.of, 'watts');
    case 'ohms':
      return undefined;
  }
}

function partFigure(circuit: Circuit, ref: string, quantity: 'volts' | 'amps' | 'watts'): Figure | undefined {
  return circuit.parts.some((part) => part.ref === ref) ? { of: 'part', ref, quantity } : undefined;
}

function netsFigure(circuit: Circuit, plus: string, minus: string): Figure | undefined {
  const has = (net: string) => circuit.parts.some((part) => (part.pins as readonly string[]).includes(net));
  return has(plus) && has(minus) ? { of: 'nets', plus, minus } : undefined;
}

type OhmsReading = Extract<EstimateReading, { kind: 'ohms' }>;

interface State {
  /** Scaled: (value − prior) / prior uncertainty. */
  readonly q: Float64Array;
  readonly circuit: Circuit;
  readonly point: OperatingPoint;
  readonly predicted: readonly number[];
  readonly cost: number;
}

class ReadingModel {
  /** A supply's amps and watts are counted positive when it delivers, its parts' when they take up. */
  private readonly signs: readonly number[];

  constructor(
    private readonly base: Circuit,
    private readonly unknowns: readonly Unknown[],
    private readonly live: readonly EstimateReading[],
    private readonly figures: readonly Figure[],
    private readonly alone: readonly OhmsReading[],
  ) {
    this.signs = figures.map((figure) => signOf(base, figure));
  }

  descend(): Result<State> {
    let state = this.stateAt(new Float64Array(this.unknowns.length));
    for (let step = 0; state.ok && step < MAX_STEPS; step++) {
      const { normal, gradient } = this.normalEquations(state.value);
      new DenseLuFactoriser(this.unknowns.length).factor(normal).solveInPlace(gradient);
      const next = this.lineSearch(state.value, gradient);
      if (!next) break;
      const gain = state.value.cost - next.cost;
      state = succeed(next);
      if (gain < SETTLED * (1 + next.cost)) break;
    }
    return state;
  }

  fitAt(state: State): Fit {
    const { unknowns, live, alone } = this;
    const count = unknowns.length;
    const factor = new DenseLuFactoriser(count).factor(this.normalEquations(state).normal);
    const covarianceTimes = (vector: Float64Array) => {
      const out = vector.slice();
      factor.solveInPlace(out);
      return out;
    };
    const scaledGradients = (wanted: readonly Figure[]) => {
      const table = sensitivities(state.point, unknowns, wanted);
      return wanted.map((_, row) =>
        Float64Array.from(unknowns, (unknown, column) => table[row * count + column] * unknown.prior.uncertainty),
      );
    };
    // The rank-one update of a covariance by one scalar reading (Kalman, J. Basic Eng. 82, 1960).
    const updated = (g: Float64Array, h: Float64Array, uncertainty: number) => {
      const ch = covarianceTimes(h);
      return Math.sqrt(Math.max(0, dot(g, covarianceTimes(g)) - dot(g, ch) ** 2 / (uncertainty ** 2 + dot(h, ch))));
    };
    const readings = [...live, ...alone];
    const chiSquare = state.cost;
    // Every prior is a reading of its unknown, so the freedom is the number of readings proper.
    const freedom = readings.length;
    return {
      circuit: state.circuit,
      point: state.point,
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
      figures: (wanted) => {
        const gradients = scaledGradients(wanted);
        return wanted.map((figure, index) => ({
          value: figureAt(state.point.system, state.point.x, figure),
          uncertainty: Math.sqrt(Math.max(0, dot(gradients[index], covarianceTimes(gradients[index])))),
        }));
      },
      afterReading: (wanted, reading, uncertainty) => {
        const [g, h] = scaledGradients([wanted, reading]);
        return updated(g, h, uncertainty);
      },
      afterKnowing: (wanted, unknown, uncertainty) => {
        const [g] = scaledGradients([wanted]);
        const h = Float64Array.from(unknowns, ({ ref, field, prior }) =>
          ref === unknown.ref && field === unknown.field ? prior.uncertainty : 0,
        );
        return updated(g, h, uncertainty);
      },
    };
  }

  private stateAt(q: Float64Array): Result<State> {
    let circuit = this.base;
    this.unknowns.forEach(({ ref, field, prior }, index) => {
      circuit = withFields(circuit, ref, { [field]: prior.value + q[index] * prior.uncertainty });
    });
    const point = solveOperatingPoint(circuit);
    if (!point.ok) return point;
    const predicted = [
      ...this.figures.map((figure, index) => this.signs[index] * figureAt(point.value.system, point.value.x, figure)),
      ...this.alone.map((reading) => this.ohmsOf(circuit, reading.across)),
    ];
    let cost = dot(q, q);
    [...this.live, ...this.alone].forEach((reading, index) => {
      cost += ((reading.value - predicted[index]) / reading.uncertainty) ** 2;
    });
    return succeed({ q, circuit, point: point.value, predicted, cost });
  }

  /** Normal matrix and minus half the gradient of the cost, in scaled unknowns. */
  private normalEquations({ q, point, predicted }: State): { normal: Float64Array; gradient: Float64Array } {
    const { unknowns, live, alone } = this;
    const count = unknowns.length;
    const normal = new Float64Array(count * count);
    const gradient = q.map((value) => -value);
    for (let i = 0; i < count; i++) normal[i * count + i] = 1;
    const table = sensitivities(point, unknowns, this.figures);
    const add = (row: Float64Array, misfit: number) => {
      for (let i = 0; i < count; i++) {
        gradient[i] += row[i] * misfit;
        for (let j = 0; j < count; j++) normal[i * count + j] += row[i] * row[j];
      }
    };
    live.forEach((reading, index) => {
      const row = Float64Array.from(
        unknowns,
        ({ prior }, column) => (this.signs[index] * table[index * count + column] * prior.uncertainty) / reading.uncertainty,
      );
      add(row, (reading.value - predicted[index]) / reading.uncertainty);
    });
    alone.forEach((reading, index) => {
      const row = Float64Array.from(unknowns, ({ ref, field, prior }) =>
        ref === reading.across && field === 'ohms' ? prior.uncertainty / reading.uncertainty : 0,
      );
      add(row, (reading.value - predicted[live.length + index]) / reading.uncertainty);
    });
    return { normal, gradient };
  }

  private lineSearch(state: State, direction: Float64Array): State | undefined {
    for (let length = 1; length > 1e-4; length /= 2) {
      const next = this.stateAt(state.q.map((value, index) => value + length * direction[index]));
      if (next.ok && next.value.cost < state.cost) return next.value;
    }
    return undefined;
  }

  private ohmsOf(circuit: Circuit, ref: string): number {
    const part = circuit.parts.find((candidate) => candidate.ref === ref);
    return part?.kind === 'resistor' ? part.ohms : Number.NaN;
  }
}

function signOf(circuit: Circuit, figure: Figure): number {
  if (figure.of !== 'part' || figure.quantity === 'volts') return 1;
  const part = circuit.parts.find((candidate) => candidate.ref === figure.ref);
  return part && deviceOf(part.kind).supplies ? -1 : 1;
}

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i] * b[i];
  return sum;
}
