import { type Circuit, fail, type Result, succeed, withFields } from '../circuit/index.ts';
import { DenseLuFactoriser, leftNullVectors, solveLeastChange } from '../numeric/index.ts';
import { figureIn, figureOf, figuresIn, type SolvedFigures } from './figure.ts';
import { MovedRecording, type Movement, type RecordedPoint } from './moved-recording.ts';
import type { OperatingPoint } from './operating-point.ts';
import { leaveAlone } from './oscillation.ts';
import { fieldValue, Nudge, type NudgedSystem, type Parameter } from './parameter.ts';
import { ONE_MOMENT } from './recording.ts';
import { heatingFigure, kelvinPerWattChange, kelvinPerWattOf, warmingParts } from './self-heat.ts';
import { PRESERVED, type SettledState } from './settled-state.ts';
import type { Solution } from './solution.ts';
import { RecordedFigures } from './solution-document.ts';
import { followPeriod, type SolveOptions, solveWarmed, type Warmed } from './solve.ts';
import type { SolvedMoment } from './stage.ts';
import { type MomentTangents, newKeptTangents } from './step.ts';

/** A solution together with what it would be were a value a little different. */
export interface SensitiveSolution {
  readonly solution: Solution;
  readonly parameters: readonly Parameter[];
  /** The derivative of any figure of the solution by each parameter, in the figure's unit over the parameter's. */
  derivatives(read: (solved: SolvedFigures) => number): Float64Array;
}

/**
 * Solves, and differentiates the whole solution by each parameter: direct method (Director and Rohrer, IEEE Trans.
 * CT-16, 1969), in time along the settled period (Aprille and Trick, Proc. IEEE 60, 1972, with the parameters as
 * further columns of the tangents). Only laws at fixed unknowns, and figures along a tangent, are differenced, never two solves.
 * Parts that warm themselves are let follow.
 *
 * @param parameters fields that the circuit's parts have; of one that is not there all derivatives are 0
 */
export function solveSensitivities(
  circuit: Circuit,
  parameters: readonly Parameter[],
  options: SolveOptions = {},
): Result<SensitiveSolution> {
  const warmed = solveWarmed(circuit, options);
  return warmed.ok ? sensitivitiesOf(warmed.value, circuit, parameters, options) : warmed;
}

/** The same where the circuit is solved already; `circuit` is the one before its parts warmed. */
export function sensitivitiesOf(
  warmed: Warmed,
  circuit: Circuit,
  parameters: readonly Parameter[],
  options: SolveOptions = {},
): Result<SensitiveSolution> {
  const warming = warmingParts(circuit);
  const all = [...parameters, ...warming.map(({ ref }): Parameter => ({ ref, field: 'celsius' }))];
  const varied =
    'point' in warmed
      ? succeed(variedPoints(warmed.point, all))
      : warmed.solution.regime === 'oscillating'
        ? variedOscillations(warmed, all, options)
        : variedPeriods(warmed.settled, all, options);
  if (!varied.ok) return varied;
  const partial = (read: (solved: SolvedFigures) => number) =>
    Float64Array.from(varied.value, ({ above, below, step }) => (read(above) - read(below)) / (2 * step));
  const follow = followTemperatures(
    parameters.length,
    warming.map((part) => {
      const heating = heatingFigure(part);
      const watts = figureIn(warmed.solution, heating);
      const byAll = partial((solved) => figureOf(solved, heating));
      return byAll.map((change, index) => kelvinPerWattOf(part) * change + watts * kelvinPerWattChange(part, all[index]));
    }),
  );
  return succeed({
    solution: warmed.solution,
    parameters,
    derivatives: (read) => follow(partial(read)),
  });
}

/** The solution with one parameter `step` more, and `step` less. */
interface Varied {
  readonly above: SolvedFigures;
  readonly below: SolvedFigures;
  readonly step: number;
}

/**
 * Temperatures T rise with the power that the parameters p and T itself make: dT/dp = K·(∂W/∂p + ∂W/∂T·dT/dp).
 *
 * @param kelvin K·∂W of each warming part, by every parameter and then by every temperature
 * @returns turns a figure's partial derivatives by parameters and temperatures into total ones by parameters
 */
function followTemperatures(parameters: number, kelvin: readonly Float64Array[]): (partial: Float64Array) => Float64Array {
  const count = kelvin.length;
  if (count === 0) return (partial) => partial;
  const matrix = new Float64Array(count * count);
  kelvin.forEach((row, i) => {
    for (let j = 0; j < count; j++) matrix[i * count + j] = (i === j ? 1 : 0) - row[parameters + j];
  });
  const factor = new DenseLuFactoriser(count).factor(matrix);
  const moves = Array.from({ length: parameters }, (_, column) => {
    const move = Float64Array.from(kelvin, (row) => row[column]);
    factor.solveInPlace(move);
    return move;
  });
  return (partial) =>
    Float64Array.from(moves, (move, column) => move.reduce((sum, kelvins, j) => sum + partial[parameters + j] * kelvins, partial[column]));
}

/** Leaves the point's matrix factored exactly where the point is. */
function factorAt({ system, x }: OperatingPoint): void {
  const memory = system.newMemory();
  system.prepare();
  system.evaluateExactly(x, memory);
  system.writeMatrix(memory);
  system.matrix.factor();
}

function variedPoints(point: OperatingPoint, parameters: readonly Parameter[]): Varied[] {
  factorAt(point);
  return parameters.map((parameter) => variedPoint(point, parameter));
}

function variedPoint({ system, x }: OperatingPoint, parameter: Parameter): Varied {
  const nudge = new Nudge(system, parameter);
  const change = new Float64Array(system.size);
  nudge.addToResidual(x, undefined, change);
  system.matrix.solveInPlace(change);
  const points: readonly RecordedPoint[] = [{ time: 0, x, base: NOTHING, modes: system.modes.slice() }];
  const moved = (to: NudgedSystem, sign: number) =>
    new RecordedFigures(new MovedRecording(to, ONE_MOMENT, points, () => ({ xs: change, bases: NOTHING }), sign * nudge.step));
  return { above: moved(nudge.above, 1), below: moved(nudge.below, -1), step: nudge.step };
}

const NOTHING = new Float64Array(0);

/** Numbers that the tangents of one run through the period may fill, all points together. */
const MOST_KEPT = 4e6;
const POINTS_EXPECTED = 300;

function variedPeriods(settled: SettledState, parameters: readonly Parameter[], options: SolveOptions): Result<Varied[]> {
  const { size, stateCount } = settled.stepper.system;
  const atOnce = Math.max(1, Math.floor(MOST_KEPT / POINTS_EXPECTED / (size + stateCount)) - stateCount);
  const varied: Varied[] = [];
  for (let from = 0; from < parameters.length; from += atOnce) {
    const some = variedPeriod(settled, parameters.slice(from, from + atOnce));
    if (!some.ok) return some;
    if (options.shouldStop?.()) return fail('stopped', 'Stopped before the sensitivities were known.');
    varied.push(...some.value);
  }
  return succeed(varied);
}

/** Of an oscillation, relative: large beside the noise of its steps, small beside any tolerance. */
const OSCILLATION_STEP = 0.01;
/** Of a shift, V. */
const OSCILLATION_SHIFT = 0.01;

/** An oscillation's own period moves with every value, so it is solved anew with each a little more, from where it is. */
function variedOscillations(
  { circuit, settled }: Extract<Warmed, { settled: SettledState }>,
  parameters: readonly Parameter[],
  options: SolveOptions,
): Result<Varied[]> {
  const below = new RecordedFigures(settled.recording);
  const varied: Varied[] = [];
  for (const { ref, field } of parameters) {
    const value = fieldValue(circuit, { ref, field });
    const step = value === 0 ? OSCILLATION_SHIFT : OSCILLATION_STEP * Math.abs(value);
    const left = leaveAlone(withFields(circuit, ref, { [field]: value + step }), { ...options, near: settled });
    if (!left.ok) return left;
    // What no longer oscillates with a hundredth more is at its limit: nothing is known of how it changes.
    const above = left.value.does === 'oscillate' ? new RecordedFigures(left.value.settled.recording) : below;
    varied.push({ above, below, step: step / 2 });
  }
  return succeed(varied);
}

/** A point of the settled period with its tangents: by each state at the beginning, then by each parameter. */
interface TangentPoint extends RecordedPoint {
  readonly dxs: Float64Array;
  readonly dBases: Float64Array;
}

function variedPeriod(settled: SettledState, parameters: readonly Parameter[]): Result<Varied[]> {
  const { system } = settled.stepper;
  const { stateCount } = system;
  const nudges = parameters.map((parameter) => new Nudge(system, parameter));
  const columns = stateCount + parameters.length;
  const values = new Float64Array(stateCount * columns);
  for (let i = 0; i < stateCount; i++) values[i * (stateCount + 1)] = 1;
  const kept = newKeptTangents(system, columns);
  const points: TangentPoint[] = [];
  const keep = ({ time, x, weight, base }: SolvedMoment, { xs, bases }: MomentTangents) =>
    points.push({ time, x: x.slice(), weight, base: base.slice(), dxs: xs.slice(), dBases: bases.slice(), modes: system.modes.slice() });
  const followed = followPeriod(
    settled,
    ({ middle, end }) => {
      keep(middle, kept.middle);
      keep(end, kept.end);
    },
    {
      columns,
      values,
      kept,
      driven: {
        addToResidual: (column, x, stage, out) => {
          if (column >= stateCount) nudges[column - stateCount].addToResidual(x, stage, out);
        },
        addToRates: (column, x, stage, out) => {
          if (column >= stateCount) nudges[column - stateCount].addToRates(x, stage, out);
        },
      },
    },
  );
  if (!followed.ok) return followed;
  // The beginning is the same moment of the settled state as the end of the period.
  points.unshift({ ...points[points.length - 1], time: 0 });
  const starts = startTangents(values, stateCount, parameters.length);
  return succeed(nudges.map((nudge, index) => variedAlong(nudge, settled, points, index, starts[index])));
}

/** How the settled state at the beginning follows each parameter: (I − M)·ds/dp = ∂Φ/∂p. */
function startTangents(values: Float64Array, stateCount: number, parameters: number): readonly Float64Array[] {
  const matrix = new Float64Array(stateCount * stateCount);
  for (let row = 0; row < stateCount; row++) {
    for (let column = 0; column < stateCount; column++) {
      matrix[row * stateCount + column] = (row === column ? 1 : 0) - values[column * stateCount + row];
    }
  }
  const preserved = leftNullVectors(matrix, stateCount, PRESERVED);
  return Array.from({ length: parameters }, (_, index) => {
    const along = values.slice((stateCount + index) * stateCount, (stateCount + index + 1) * stateCount);
    return solveLeastChange(matrix, along, preserved) ?? new Float64Array(stateCount);
  });
}

function variedAlong(
  { above, below, step }: Nudge,
  { stepper: { system }, recording: { moments } }: SettledState,
  points: readonly TangentPoint[],
  index: number,
  start: Float64Array,
): Varied {
  const { size, stateCount } = system;
  let known: Movement | undefined;
  const movement = (): Movement => {
    known ??= {
      xs: movedBy(points, size, stateCount + index, start, ({ dxs }) => dxs),
      bases: movedBy(points, stateCount, stateCount + index, start, ({ dBases }) => dBases),
    };
    return known;
  };
  const moved = (to: NudgedSystem, sign: number) => new RecordedFigures(new MovedRecording(to, moments, points, movement, sign * step));
  return { above: moved(above, 1), below: moved(below, -1), step };
}

/** Along the tangent of a column, and along those of the beginning as far as that moves: point after point. */
function movedBy(
  points: readonly TangentPoint[],
  rows: number,
  column: number,
  start: Float64Array,
  tangentsOf: (point: TangentPoint) => Float64Array,
): Float64Array {
  const all = new Float64Array(rows * points.length);
  for (let point = 0, at = 0; point < points.length; point++) {
    const tangents = tangentsOf(points[point]);
    for (let i = 0; i < rows; i++, at++) {
      let change = tangents[column * rows + i];
      for (let s = 0; s < start.length; s++) change += start[s] * tangents[s * rows + i];
      all[at] = change;
    }
  }
  return all;
}

/** One line of a table of sensitivities. */
export interface Sensitivity extends Parameter {
  readonly value: number;
  /** The figure's change over the parameter's, in their units. */
  readonly derivative: number;
  /** The figure's change, relative, over the parameter's; null where either is 0. */
  readonly relative: number | null;
}

/** The sensitivities of one figure, the strongest first; what no tolerance could move by much comes last. */
export function sensitivityTable(
  sensitive: SensitiveSolution,
  circuit: Circuit,
  read: (solved: SolvedFigures) => number,
): readonly Sensitivity[] {
  const figure = read(figuresIn(sensitive.solution));
  const derivatives = sensitive.derivatives(read);
  return sensitive.parameters
    .map((parameter, index): Sensitivity => {
      const value = fieldValue(circuit, parameter);
      const derivative = derivatives[index];
      return { ...parameter, value, derivative, relative: figure === 0 || value === 0 ? null : (derivative * value) / figure };
    })
    .sort((a, b) => strengthOf(b) - strengthOf(a));
}

/** The change of the figure for a part a tenth off; of a shift, which has no size of its own, for 0.1 V. */
function strengthOf({ value, derivative }: Sensitivity): number {
  return Math.abs(derivative * (value === 0 ? 1 : value)) / 10;
}
