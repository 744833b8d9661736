import { type Circuit, fail, type Result, succeed } from '../circuit/index.ts';
import type { Part } from '../device/index.ts';
import { type EstimateReading, type Fit, fitReadings } from '../estimate/index.ts';
import { isAlternating, type Statistics, solve } from '../solve/index.ts';
import { foundCircuit, mainSupply, type PlacedReading, trustedReadings } from './found-circuit.ts';
import type { Specimen } from './replay.ts';

/** Which figure of a part a meter shows: the root mean square where its volts change sign to and fro, else the average. */
export type Shown = (ref: string) => 'avg' | 'rms';

/** A specimen's circuit fitted to its readings. */
export interface FittedCircuit {
  /** Nominal values and tolerances, before the readings. */
  readonly circuit: Circuit;
  readonly supply: Part;
  readonly readings: readonly PlacedReading[];
  /** Those that the fit leans on, as a meter shows them. */
  readonly trusted: readonly EstimateReading[];
  readonly shown: Shown;
  readonly fit: Fit;
}

/** Below this share of its root mean square an average says nothing of volts that alternate. */
const ALTERNATING_SHARE = 0.3;

/**
 * Solves the circuit as it was after `rework` reworks, and fits it to the readings of that time.
 *
 * @returns an error where there is nothing to solve yet, or no solution
 */
export function fittedCircuit(specimen: Specimen, rework: number): Result<FittedCircuit> {
  const { circuit, readings } = foundCircuit(specimen, rework);
  const supply = mainSupply(circuit);
  if (circuit.parts.length === 0) return fail('no-parts', 'No parts are traced yet.', 'parts');
  if (!supply) return fail('no-supply', 'No supply is traced yet: a battery (B1) or a source (V1).', 'parts');
  const nominal = isAlternating(circuit) ? solve(circuit) : undefined;
  if (nominal && !nominal.ok) return nominal;
  const shown: Shown = (ref) => shownStatistic(nominal?.value.parts[ref]?.volts);
  const trusted = trustedReadings(readings).map((reading) => asShown(reading, shown));
  const fitted = fitReadings(circuit, trusted);
  return fitted.ok ? succeed({ circuit, supply, readings, trusted, shown, fit: fitted.value }) : fitted;
}

function shownStatistic(volts: Statistics | undefined): 'avg' | 'rms' {
  return volts && Math.abs(volts.avg) < ALTERNATING_SHARE * volts.rms ? 'rms' : 'avg';
}

function asShown(reading: EstimateReading, shown: Shown): EstimateReading {
  const place = reading.kind === 'amps' ? reading.through : reading.kind === 'watts' ? reading.of : reading.across;
  return reading.statistic || typeof place !== 'string' ? reading : { ...reading, statistic: shown(place) };
}
