import { type Circuit, celsiusOf, partOf } from '../circuit/index.ts';
import { deviceOf, isKind, ledVoltsAt, type Part } from '../device/index.ts';
import { fieldValue, type Parameter } from '../solve/index.ts';
import type { EstimateReading } from './readings.ts';

type VoltsReading = Extract<EstimateReading, { kind: 'volts' }> & { readonly across: string };

/**
 * A reading of one part by itself, dead: its ohms, its farads, an LED's volts while a bench supply sends a known current through it,
 * or a source's volts with nothing on it.
 */
export type AloneReading =
  | Extract<EstimateReading, { kind: 'ohms' | 'farads' }>
  | (VoltsReading & { readonly atAmps: number })
  | (VoltsReading & { readonly state: 'dead' });

export function isAlone(reading: EstimateReading): reading is AloneReading {
  if (reading.kind === 'ohms' || reading.kind === 'farads') return true;
  return reading.kind === 'volts' && typeof reading.across === 'string' && (reading.atAmps !== undefined || reading.state === 'dead');
}

export function canBeReadAlone(circuit: Circuit, reading: AloneReading): boolean {
  const part = partOf(circuit, reading.across);
  if (!part) return false;
  if (reading.kind === 'farads') return isKind(part, 'capacitor');
  return reading.kind === 'ohms' || (reading.atAmps === undefined ? deviceOf(part.kind).source !== undefined : isKind(part, 'led'));
}

/** What the reading would show of the circuit's part as it is. */
export function readAlone(circuit: Circuit, reading: AloneReading): number {
  if (reading.kind !== 'volts') return fieldValue(circuit, { ref: reading.across, field: reading.kind });
  const part = partOf(circuit, reading.across);
  return part ? shownBy(circuit, part, reading.atAmps) : Number.NaN;
}

function shownBy(circuit: Circuit, part: Part, atAmps: number | undefined): number {
  if (atAmps === undefined) return deviceOf(part.kind).source?.volts(part) ?? Number.NaN;
  return isKind(part, 'led') ? ledVoltsAt(part, atAmps, { celsius: celsiusOf(circuit, part) }) : Number.NaN;
}

const RELATIVE_STEP = 1e-5;
const STEP_FROM_NOTHING = 1e-6;

/** The derivative of that by one value of the circuit. */
export function slopeAlone(circuit: Circuit, reading: AloneReading, { ref, field }: Parameter): number {
  if (ref !== reading.across) return 0;
  if (reading.kind !== 'volts') return field === reading.kind ? 1 : 0;
  const part = partOf(circuit, ref);
  if (!part) return 0;
  const value = fieldValue(circuit, { ref, field });
  const step = Math.max(RELATIVE_STEP * Math.abs(value), STEP_FROM_NOTHING);
  const at = (moved: number) => shownBy(circuit, { ...part, [field]: moved }, reading.atAmps);
  return (at(value + step) - at(value - step)) / (2 * step);
}
