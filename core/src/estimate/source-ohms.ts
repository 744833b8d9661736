import { type Circuit, suppliesOf, withFields } from '../circuit/index.ts';
import { deviceOf } from '../device/index.ts';
import { isAlone } from './alone.ts';
import type { EstimateReading } from './readings.ts';

/** Of what the two readings of a source come to, relative: one standard deviation before they are weighed. */
const STARTING_SPREAD = 2;
/** A source that gives way by nothing still has a contact, ohm. */
const LEAST_OHMS = 0.01;

/**
 * The circuit with a resistance in each source that was read with nothing on it and under load, to be learnt by the fit:
 * open volts less loaded volts over the current. Cells have one of their own already.
 */
export function withSourceOhms(circuit: Circuit, readings: readonly EstimateReading[]): Circuit {
  return suppliesOf(circuit).reduce((result, part) => {
    const { source } = deviceOf(part.kind);
    if (source?.isCell || !source?.isIdeal(part)) return result;
    const of = (isOpen: boolean) => readings.find((r) => r.kind === 'volts' && r.across === part.ref && isAlone(r) === isOpen)?.value;
    const [open, loaded] = [of(true), of(false)];
    if (open === undefined || loaded === undefined) return result;
    const amps = readings.find((reading) => reading.kind === 'amps' && reading.through === part.ref)?.value;
    const ohms = Math.max(LEAST_OHMS, amps === undefined || amps === 0 ? LEAST_OHMS : (open - loaded) / Math.abs(amps));
    return withFields(result, part.ref, { ohms, spread: { ...part.spread, ohms: STARTING_SPREAD * ohms } });
  }, circuit);
}
