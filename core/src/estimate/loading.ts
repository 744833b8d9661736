import { type Circuit, freshRef, withPart, withSeriesResistor } from '../circuit/index.ts';
import { figureIn, type Solution, type SolveWarmed, solveWarmed } from '../solve/index.ts';
import { readingFigure } from './reading-figure.ts';
import type { EstimateReading } from './readings.ts';

/** What a meter does to the circuit while it reads. */
export interface MeterLoad {
  readonly inputOhms?: number;
  readonly burdenOhms?: number;
}

/** Where a meter stands. */
type MeteredPlace =
  | Pick<Extract<EstimateReading, { kind: 'volts' }>, 'kind' | 'across'>
  | Pick<Extract<EstimateReading, { kind: 'amps' }>, 'kind' | 'through'>
  | { readonly kind: 'ohms' | 'watts' | 'farads' };

/** A change of less than this share is below what any of these meters shows. */
const UNNOTICED = 1e-4;

/**
 * By how much a reading would be larger without the meter: the circuit is solved with the meter as a part of it and
 * compared with the circuit alone. Exact for the values that the circuit has here; 1 where the load does not matter or
 * the loaded circuit has no solution.
 *
 * @param solution of the same circuit, settled
 */
export function unloadedFactor(
  circuit: Circuit,
  solution: Solution,
  reading: EstimateReading,
  load: MeterLoad,
  solve: SolveWarmed = solveWarmed,
): number {
  const loaded = withMeter(circuit, reading, load);
  const figure = loaded && readingFigure(circuit, reading);
  if (!loaded || !figure) return 1;
  const under = solve(loaded);
  if (!under.ok) return 1;
  const [alone, metered] = [figureIn(solution, figure), figureIn(under.value.solution, figure)];
  const factor = alone / metered;
  return Number.isFinite(factor) && factor > 0 && Math.abs(factor - 1) > UNNOTICED ? factor : 1;
}

/** The circuit while the meter reads, as a part of it; undefined where the meter does not load it. */
export function withMeter(circuit: Circuit, reading: MeteredPlace, { inputOhms, burdenOhms }: MeterLoad): Circuit | undefined {
  const ref = freshRef(circuit, 'R');
  if (reading.kind === 'volts' && inputOhms !== undefined) {
    const across = reading.across;
    const nets = typeof across === 'string' ? circuit.parts.find((part) => part.ref === across)?.pins : across;
    const [plus, minus] = (nets ?? []) as readonly string[];
    if (plus === undefined || minus === undefined || plus === minus) return undefined;
    return withPart(circuit, { ref, kind: 'resistor', pins: [plus, minus], ohms: inputOhms });
  }
  if (reading.kind === 'amps' && burdenOhms !== undefined)
    return withSeriesResistor(circuit, reading.through, 0, { ref, ohms: burdenOhms });
  return undefined;
}
