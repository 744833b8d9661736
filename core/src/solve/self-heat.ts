import { type Circuit, celsiusOf, withFields } from '../circuit/index.ts';
import { deviceOf, type Part } from '../device/index.ts';
import { type Figure, figureIn } from './figure.ts';
import type { Parameter } from './parameter.ts';
import type { Solution } from './solution.ts';

/** Hotter than any part lives is a rating's matter; the laws end there. */
const HOTTEST_CELSIUS = 400;

/** The parts that warm with their own power: LEDs with a heat resistance, thermistors. */
export function warmingParts(circuit: Circuit): readonly Part[] {
  return circuit.parts.filter((part) => kelvinPerWattOf(part) > 0);
}

/** Kelvin for each electrical watt of a chip, where the part has chips, else of the part. */
export function kelvinPerWattOf(part: Part): number {
  return deviceOf(part.kind).kelvinPerWatt?.(part) ?? 0;
}

/** Its derivative by a value of the circuit. */
export function kelvinPerWattChange(part: Part, { ref, field }: Parameter): number {
  const value = (part as Readonly<Record<string, unknown>>)[field];
  if (ref !== part.ref || typeof value !== 'number') return 0;
  const step = 1e-4 * Math.max(Math.abs(value), 1e-3);
  const at = (moved: number) => kelvinPerWattOf({ ...part, [field]: moved } as Part);
  return (at(value + step) - at(value - step)) / (2 * step);
}

/** The watts that warm it. */
export function heatingFigure({ ref, kind }: Part): Figure {
  return { of: deviceOf(kind).chips ? 'chip' : 'part', ref, quantity: 'watts' };
}

/** How warm each warming part would be with the power that the solution finds in it, in the order of `parts`: °C. */
export function warmedCelsius(circuit: Circuit, parts: readonly Part[], solution: Solution): readonly number[] {
  return parts.map((part) => {
    const watts = Math.max(0, figureIn(solution, heatingFigure(part)) || 0);
    return Math.min(celsiusOf(circuit, part) + kelvinPerWattOf(part) * watts, HOTTEST_CELSIUS);
  });
}

/** The circuit with these parts at these temperatures. */
export function withTemperatures(circuit: Circuit, parts: readonly Part[], celsius: readonly number[]): Circuit {
  return parts.reduce((result, { ref }, index) => withFields(result, ref, { celsius: celsius[index] as number }), circuit);
}
