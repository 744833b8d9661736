import { type Circuit, celsiusOf, partOf, partOfKind } from '../circuit/index.ts';
import { ledVoltsAt } from '../device/index.ts';
import { fieldValue, type Parameter } from '../solve/index.ts';
import type { EstimateReading } from './readings.ts';

/** A reading of one part by itself, dead: its ohms, or an LED's volts while a bench supply sends a known current through it. */
export type AloneReading =
  | Extract<EstimateReading, { kind: 'ohms' }>
  | (Extract<EstimateReading, { kind: 'volts' }> & { readonly across: string; readonly atAmps: number });

export function isAlone(reading: EstimateReading): reading is AloneReading {
  return reading.kind === 'ohms' || (reading.kind === 'volts' && reading.atAmps !== undefined);
}

export function canBeReadAlone(circuit: Circuit, reading: AloneReading): boolean {
  if (typeof reading.across !== 'string') return false;
  return (reading.kind === 'ohms' ? partOf(circuit, reading.across) : partOfKind(circuit, reading.across, 'led')) !== undefined;
}

/** What the reading would show of the circuit's part as it is. */
export function readAlone(circuit: Circuit, reading: AloneReading): number {
  if (reading.kind === 'ohms') return fieldValue(circuit, { ref: reading.across, field: 'ohms' });
  const part = partOfKind(circuit, reading.across, 'led');
  return part ? ledVoltsAt(part, reading.atAmps, { celsius: celsiusOf(circuit, part) }) : Number.NaN;
}

/** The derivative of that by one value of the circuit; what is unknown of an LED is a shift of all its chips. */
export function slopeAlone(circuit: Circuit, reading: AloneReading, { ref, field }: Parameter): number {
  if (ref !== reading.across) return 0;
  if (reading.kind === 'ohms') return field === 'ohms' ? 1 : 0;
  return field === 'voltsShift' ? (partOfKind(circuit, ref, 'led')?.series ?? 1) : 0;
}
