import type { Circuit } from '../circuit/index.ts';
import { type CurvePoint, chipLawOf, type Part } from '../device/index.ts';
import type { OperatingPoint } from './operating-point.ts';
import { Nudge, type Parameter } from './parameter.ts';
import type { CircuitSystem } from './system.ts';

/** A figure of a solved circuit that a reading, an estimate or a goal can speak of. */
export type Figure =
  | { readonly of: 'part'; readonly ref: string; readonly quantity: 'volts' | 'amps' | 'watts' }
  | { readonly of: 'chip'; readonly ref: string; readonly quantity: 'volts' | 'amps' | 'watts' }
  | { readonly of: 'nets'; readonly plus: string; readonly minus: string };

/** The value of `figure` at unknowns `x` of `system`; NaN where the part or net is not there. */
export function figureAt(system: CircuitSystem, x: Float64Array, figure: Figure): number {
  if (figure.of === 'nets') return system.netVolts(x, figure.plus) - system.netVolts(x, figure.minus);
  const index = system.circuit.parts.findIndex((part) => part.ref === figure.ref);
  const part = system.circuit.parts[index];
  if (!part) return Number.NaN;
  const volts = voltsAcross(system, x, part);
  if (figure.of === 'chip') return chipFigure(system.circuit, part, volts, figure.quantity);
  if (figure.quantity === 'volts') return volts;
  const amps = new Float64Array(system.slotCount);
  system.pinAmps(x, amps);
  const first = system.slotOf[index];
  if (figure.quantity === 'amps') return amps[first];
  return (part.pins as readonly string[]).reduce((sum, net, pin) => sum + system.netVolts(x, net) * amps[first + pin], 0);
}

function voltsAcross(system: CircuitSystem, x: Float64Array, part: Part): number {
  return system.netVolts(x, part.pins[0]) - system.netVolts(x, part.pins[1]);
}

function chipFigure(circuit: Circuit, part: Part, volts: number, quantity: 'volts' | 'amps' | 'watts'): number {
  if (part.kind !== 'led') return Number.NaN;
  const chipVolts = volts / (part.series ?? 1);
  if (quantity === 'volts') return chipVolts;
  const point: CurvePoint = { amps: 0, siemens: 0 };
  chipLawOf(part, { celsius: part.celsius ?? circuit.celsius ?? 25 }).evaluate(chipVolts, point);
  return quantity === 'amps' ? point.amps : point.amps * chipVolts;
}

/**
 * The derivative of each figure by each parameter, at an operating point: the direct method, J·dx/dp = −∂F/∂p with
 * the solver's own Jacobian J (Director and Rohrer, IEEE Trans. CT-16, 1969). ∂F/∂p and the figure's explicit part
 * are central differences of the laws at fixed unknowns, where they are smooth; no solve is differenced.
 *
 * @returns figures × parameters, row-major
 */
export function sensitivities(point: OperatingPoint, parameters: readonly Parameter[], figures: readonly Figure[]): Float64Array {
  const { system, x } = point;
  const table = new Float64Array(figures.length * parameters.length);
  const change = new Float64Array(system.size);
  factorAt(point);
  parameters.forEach((parameter, column) => {
    const nudge = new Nudge(system, parameter);
    nudge.addToResidual(x, undefined, change.fill(0));
    system.matrix.solveInPlace(change);
    const { step } = nudge;
    const ahead = x.map((unknown, i) => unknown + step * change[i]);
    const behind = x.map((unknown, i) => unknown - step * change[i]);
    figures.forEach((figure, row) => {
      table[row * parameters.length + column] = (figureAt(nudge.above, ahead, figure) - figureAt(nudge.below, behind, figure)) / (2 * step);
    });
  });
  return table;
}

/** Leaves the point's matrix factored exactly where the point is. */
export function factorAt({ system, x }: OperatingPoint): void {
  const memory = system.newMemory();
  system.prepare();
  system.evaluateExactly(x, memory);
  system.writeMatrix(memory);
  system.matrix.factor();
}
