import { type Circuit, checkDependencies, fail, type Result, succeed } from '../circuit/index.ts';
import type { Part } from '../device/index.ts';
import { type EstimateReading, type Fit, fitReadings, isAlone, unloadedFactor } from '../estimate/index.ts';
import { shownStatistic } from '../meter/index.ts';
import { applyMoves } from '../rework/index.ts';
import { isAlternating, type Solution } from '../solve/index.ts';
import { circuitInMode } from '../tape/index.ts';
import type { Analysis } from './analysis.ts';
import { calibrated, type FoundCircuit, foundCircuit, trustedReadings } from './found-circuit.ts';
import { oncePer } from './once-per.ts';
import { mainSupply, type PlacedReading } from './placed-readings.ts';

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

/** The circuit before its readings are weighed; after a rework, or in a mode, with what readings taught before or elsewhere. */
export const foundOf: (analysis: Analysis) => FoundCircuit = oncePer((analysis) =>
  foundCircuit(analysis.specimen, bareCircuitOf(analysis), analysis.rework),
);

function bareCircuitOf({ specimen, rework, before, inMode }: Analysis): Circuit {
  if (inMode) return circuitInMode(learntBy(inMode.traced), inMode.mode);
  return before ? applyMoves(learntBy(before), specimen.reworks[rework - 1]?.moves ?? []) : specimen.circuit;
}

/** The circuit of a state with what its readings taught, and how surely: what a rework starts from. */
export function learntBy(analysis: Analysis): Circuit {
  const fitted = fittedCircuit(analysis);
  return fitted.ok ? calibrated(fitted.value.fit) : foundOf(analysis).circuit;
}

/**
 * Solves the circuit, and fits it to the readings of its time.
 *
 * @returns an error where there is nothing to solve yet, or no solution
 */
export const fittedCircuit: (analysis: Analysis) => Result<FittedCircuit> = oncePer((analysis) => {
  const { solve } = analysis;
  const { circuit, readings } = foundOf(analysis);
  const supply = mainSupply(circuit);
  if (circuit.parts.length === 0) return fail('no-parts', 'No parts are traced yet.', 'parts');
  if (!supply) return fail('no-supply', 'No supply is traced yet: a battery (B1) or a source (V1).', 'parts');
  const dependent = checkDependencies(circuit);
  if (!dependent.ok) return dependent;
  const alternating = isAlternating(circuit);
  const isLoaded = readings.some(({ load }) => Object.keys(load).length > 0);
  const nominal = alternating || isLoaded ? solve(circuit) : undefined;
  if (nominal && !nominal.ok) return nominal;
  const shown: Shown = (ref) => {
    const volts = nominal?.value.solution.parts[ref]?.volts;
    return alternating && volts ? shownStatistic(volts) : 'avg';
  };
  const seen = readings.map((placed) => leftOutOf({ ...placed, reading: asShown(placed.reading, shown) }, alternating));
  // The meter's load is reckoned out with the values before reading, then once more with those that the fit found.
  let unloaded = nominal ? seen.map((placed) => withoutLoad(placed, circuit, nominal.value.solution, solve)) : seen;
  let fitted = fitReadings(circuit, trustedReadings(unloaded), { solve });
  if (!fitted.ok) return fitted;
  if (unloaded.some(({ asRead }) => asRead !== undefined)) {
    const { value } = fitted;
    unloaded = seen.map((placed) => withoutLoad(placed, value.circuit, value.solution, solve));
    fitted = fitReadings(circuit, trustedReadings(unloaded), { solve });
    if (!fitted.ok) return fitted;
  }
  return succeed({ circuit, supply, readings: unloaded, trusted: trustedReadings(unloaded), shown, fit: fitted.value });
});

/** The reading as it would be without the meter on it. */
function withoutLoad(placed: PlacedReading, circuit: Circuit, solution: Solution, solve: Analysis['solve']): PlacedReading {
  const factor = unloadedFactor(circuit, solution, placed.reading, placed.load, solve);
  if (factor === 1) return placed;
  const { reading } = placed;
  return {
    ...placed,
    asRead: reading.value,
    reading: { ...reading, value: factor * reading.value, uncertainty: factor * reading.uncertainty },
  };
}

/** A meter that averages shows too little of a current that comes in pulses, and how much is not known. */
function leftOutOf(placed: PlacedReading, alternating: boolean): PlacedReading {
  const { reading, averaging } = placed;
  // A converter is known by its averages; what it leaves of its own switching is not reckoned.
  if (reading.statistic === 'ripple' && !alternating) return { ...placed, leftOut: { why: 'no ripple' } };
  if (!averaging || reading.kind !== 'amps' || reading.statistic !== 'rms') return placed;
  return { ...placed, leftOut: { why: 'averaging' } };
}

function asShown(reading: EstimateReading, shown: Shown): EstimateReading {
  const place = reading.kind === 'amps' ? reading.through : reading.kind === 'watts' ? reading.of : reading.across;
  return reading.statistic || isAlone(reading) || typeof place !== 'string' ? reading : { ...reading, statistic: shown(place) };
}
