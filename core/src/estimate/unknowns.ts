import type { Circuit } from '../circuit/index.ts';
import { cellOf, deviceOf, type Part } from '../device/index.ts';
import { COVERAGE } from '../quantity/index.ts';
import type { Parameter } from '../solve/index.ts';

/** Something not known exactly, with what is known of it before any reading: normal, one standard deviation. */
export interface Unknown extends Parameter {
  readonly prior: { readonly value: number; readonly uncertainty: number };
}

/** One standard deviation of the common shift of an unmarked LED's chip volts. */
const LED_SHIFT_VOLTS = 0.1;

/** Every part with a tolerance, in its kind's toleranced field; and of every LED a common shift of its chip volts. */
export function unknownsOf(circuit: Circuit): readonly Unknown[] {
  return circuit.parts.flatMap((part): Unknown[] => {
    if (part.kind === 'led') {
      return [
        {
          ref: part.ref,
          field: 'voltsShift',
          prior: { value: part.voltsShift ?? 0, uncertainty: part.voltsUncertainty ?? LED_SHIFT_VOLTS },
        },
      ];
    }
    const { toleranced } = deviceOf(part.kind);
    if (part.tolerance === undefined || toleranced === undefined) return [];
    const value = tolerancedValue(part, toleranced);
    return value > 0 ? [{ ref: part.ref, field: toleranced, prior: { value, uncertainty: (part.tolerance * value) / COVERAGE } }] : [];
  });
}

function tolerancedValue(part: Part, field: string): number {
  if (part.kind === 'battery') return cellOf(part).openVolts;
  const value = (part as Readonly<Record<string, unknown>>)[field];
  return typeof value === 'number' ? Math.abs(value) : 0;
}
