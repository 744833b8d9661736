import type { Circuit } from '../circuit/index.ts';
import { celsiusOf } from '../circuit/index.ts';
import { type CurvePoint, chipLawOf, type Part } from '../device/index.ts';
import type { OperatingPoint } from './operating-point.ts';
import type { Solution } from './solution.ts';
import type { Statistics } from './statistics.ts';
import type { CircuitSystem } from './system.ts';

/** Of a figure over a period; `ripple` is from its lowest moment to its highest. */
export type FigureStatistic = keyof Statistics | 'ripple';

/** A figure of a solved circuit that a reading, an estimate or a goal can speak of; `statistic` is the average unless said. */
export type Figure = { readonly statistic?: FigureStatistic | undefined } & (
  | { readonly of: 'part'; readonly ref: string; readonly quantity: 'volts' | 'amps' | 'watts' }
  | { readonly of: 'chip'; readonly ref: string; readonly quantity: 'volts' | 'amps' | 'watts' }
  | { readonly of: 'nets'; readonly plus: string; readonly minus: string }
);

/**
 * The figure in a solution; NaN where the part or net is not there. Between two nets only the average is a difference of
 * theirs: for another statistic a part must stand between them.
 */
export function figureIn(solution: Solution, figure: Figure): number {
  const statistic = figure.statistic ?? 'avg';
  if (figure.of === 'nets') {
    const [plus, minus] = [solution.nets[figure.plus], solution.nets[figure.minus]];
    return plus && minus && statistic === 'avg' ? plus.volts.avg - minus.volts.avg : Number.NaN;
  }
  const holder = figure.of === 'chip' ? solution.leds[figure.ref]?.chip : solution.parts[figure.ref];
  if (!holder) return Number.NaN;
  return figure.quantity === 'watts' ? holder.watts : statisticIn(holder[figure.quantity], statistic);
}

/** One statistic of those that are kept. */
export function statisticIn(statistics: Statistics, which: FigureStatistic): number {
  return which === 'ripple' ? statistics.max - statistics.min : statistics[which];
}

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
  chipLawOf(part, { celsius: celsiusOf(circuit, part) }).evaluate(chipVolts, point);
  return quantity === 'amps' ? point.amps : point.amps * chipVolts;
}

/** Leaves the point's matrix factored exactly where the point is. */
export function factorAt({ system, x }: OperatingPoint): void {
  const memory = system.newMemory();
  system.prepare();
  system.evaluateExactly(x, memory);
  system.writeMatrix(memory);
  system.matrix.factor();
}
