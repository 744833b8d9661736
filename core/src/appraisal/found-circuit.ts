import { type Circuit, partOf, withFields } from '../circuit/index.ts';
import { deviceOf, type Part } from '../device/index.ts';
import type { EstimateReading, Fit } from '../estimate/index.ts';
import { COVERAGE } from '../quantity/index.ts';
import type { Specimen } from '../tape/index.ts';
import { type PlacedReading, placedReadings } from './placed-readings.ts';

/** A measured supply is what it measures, whatever its label said: the label then only starts the search. */
const MEASURED_SUPPLY = 1;

/** A supply may give a little more or less when it is loaded otherwise after a rework: relative, ± at 95 %. */
const LOAD_REGULATION = 0.02;
/** No value is known better than this, whatever the readings say together. */
const LEAST_SHARE = 0.5e-3;
/** A shift that is learnt is no surer than a meter's last digit, V. */
const LEAST_SHIFT_VOLTS = 0.002;

/** The circuit as it was when measured, with what is unsure of it, and its readings. */
export interface FoundCircuit {
  readonly circuit: Circuit;
  readonly readings: readonly PlacedReading[];
}

/**
 * Nominal values with their tolerances, and a supply that was measured free to be what the reading says.
 *
 * @param bare the circuit before its readings, with what earlier ones taught of it
 * @param rework how many reworks had been done
 */
export function foundCircuit(specimen: Specimen, bare: Circuit, rework: number): FoundCircuit {
  const readings = placedReadings(specimen, bare, rework);
  const circuit = bare.parts.reduce((result, part) => withFields(result, part.ref, toleranceOf(part, readings)), bare);
  return { circuit, readings };
}

/** The readings that the estimate may lean on. */
export function trustedReadings(readings: readonly PlacedReading[]): readonly EstimateReading[] {
  return readings.filter(({ doubtful, leftOut }) => !doubtful && leftOut === undefined).map(({ reading }) => reading);
}

/** What was learnt of each unknown becomes what is known of it before the next reading: an LED keeps its volts, a resistor its ohms. */
export function calibrated(fit: Fit): Circuit {
  return fit.unknowns.reduce((circuit, { ref, field, posterior: { value, uncertainty } }) => {
    const part = partOf(circuit, ref);
    if (!part) return circuit;
    const isSupply = deviceOf(part.kind).toleranced?.(part).field === field && deviceOf(part.kind).source !== undefined;
    const least = field === 'voltsShift' ? LEAST_SHIFT_VOLTS : Math.abs(value) * (isSupply ? LOAD_REGULATION / COVERAGE : LEAST_SHARE);
    return withFields(circuit, ref, { spread: { ...part.spread, [field]: Math.max(uncertainty, least) } });
  }, fit.circuit);
}

function toleranceOf(part: Part, readings: readonly PlacedReading[]): Record<string, unknown> {
  const { source } = deviceOf(part.kind);
  const measured = readings.some(
    ({ reading }) => reading.kind === 'volts' && reading.across === part.ref && reading.statistic !== 'ripple' && reading.state !== 'dead',
  );
  if (!measured || !source) return {};
  // What was learnt before a rework says less than what is read now.
  const field = deviceOf(part.kind).toleranced?.(part).field ?? '';
  const { [field]: _, ...spread } = part.spread ?? {};
  return { tolerance: MEASURED_SUPPLY, spread };
}
