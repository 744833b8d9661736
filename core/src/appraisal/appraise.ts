import { touchableMains } from '../caution/index.ts';
import { type Circuit, type CircuitError, type Result, seriesPackOf, succeed } from '../circuit/index.ts';
import { boardCelsiusOf, hardestDriven, type Stress, stressesOf } from '../drive/index.ts';
import { type EstimateReading, type ProbeProposal, proposeProbes } from '../estimate/index.ts';
import type { Uncertain } from '../quantity/index.ts';
import type { Figure, Solution } from '../solve/index.ts';
import type { Analysis } from './analysis.ts';
import { fittedCircuit } from './fitted-circuit.ts';
import { thermalOf } from './heat-readings.ts';
import { oncePer } from './once-per.ts';
import { mainSupply, type PlacedReading } from './placed-readings.ts';
import { isPlain, placeOf, type Slot, slotsOf } from './slots.ts';

/** What the readings and the circuit say together, for one state of the specimen. */
export interface Appraisal {
  /** Of several supplies the one that feeds the LEDs, by its ref. */
  readonly mainSupply: string;
  /** Nominal values and tolerances, before the readings. */
  readonly nominal: Circuit;
  /** With every unsure value at its most likely. */
  readonly circuit: Circuit;
  readonly solution: Solution;
  readonly stresses: readonly Stress[];
  readonly hardest?: Stress;
  readonly slots: readonly Slot[];
  readonly readings: readonly PlacedReading[];
  readonly fit: { readonly chiSquare: number; readonly freedom: number; readonly probability: number };
  readonly next: readonly ProbeProposal[];
  /** What the main supply delivers. */
  readonly supplyWatts: Uncertain;
  readonly supplyAmps: Uncertain;
  /** True once a live reading that a current follows from stands behind the figures: the supply's volts alone do not. */
  readonly measured: boolean;
}

/**
 * Solves, fits and judges the circuit of a state of the specimen.
 *
 * @returns an error where there is nothing to solve yet, or no solution
 */
export const appraise: (analysis: Analysis) => Result<Appraisal> = oncePer((analysis) => {
  const { specimen } = analysis;
  const found = fittedCircuit(analysis);
  if (!found.ok) return found;
  const { circuit, readings, shown, trusted, fit } = found.value;
  // Of a crank and its cells the readings tell which gives more.
  const supply = mainSupply(fit.circuit) ?? found.value.supply;
  const stresses = stressesOf(fit.circuit, fit, boardCelsiusOf(fit.circuit, fit.solution, thermalOf(analysis)));
  const hardest = hardestDriven(stresses);
  // On mains an in-line meter is the way in; elsewhere it is proposed where one is in hand.
  const mains = touchableMains(circuit) !== undefined;
  const hasInLine = mains || specimen.meters.has('in-line');
  const wanted: Figure | undefined = hardest && { of: 'chip', ref: hardest.ref, quantity: 'amps' };
  const cells = seriesPackOf(circuit, supply.ref)?.refs ?? [supply.ref];
  const watts = fit.figureBy((solved) => cells.reduce((sum, ref) => sum + (solved.supply(ref)?.watts ?? Number.NaN), 0));
  const [amps] = fit.figures([{ of: 'part', ref: supply.ref, quantity: 'amps', statistic: shown(supply.ref) }]);
  return succeed({
    mainSupply: supply.ref,
    nominal: circuit,
    circuit: fit.circuit,
    solution: fit.solution,
    stresses,
    ...(hardest && { hardest }),
    slots: slotsOf({ circuit, fit, trusted, shown }, readings),
    readings,
    fit: { chiSquare: fit.chiSquare, freedom: fit.freedom, probability: fit.probability },
    next: wanted
      ? proposeProbes(fit, wanted, takenOf(readings), {
          shown,
          litAlone: true,
          mains,
          benchState: specimen.benchState === 'live' ? 'live' : 'dead',
          ...(hasInLine && { inLine: supply.ref }),
        })
      : [],
    supplyWatts: watts,
    supplyAmps: { value: Math.abs(amps.value), uncertainty: amps.uncertainty },
    measured: readings.some(({ reading, leftOut }) => leftOut?.why !== 'while faulty' && tellsCurrent(reading, supply.ref)),
  });
});

/** Errors that only say that the trace is not far enough yet. */
export function isUnfinished(error: CircuitError): boolean {
  return error.code === 'no-parts' || error.code === 'no-supply';
}

function tellsCurrent(reading: EstimateReading, supplyRef: string): boolean {
  if (reading.statistic === 'ripple') return true;
  if (reading.kind === 'volts') return reading.across !== supplyRef && reading.atAmps === undefined;
  return reading.kind === 'amps' || reading.kind === 'watts';
}

function takenOf(readings: readonly PlacedReading[]): readonly { kind: string; ref: string }[] {
  return readings.flatMap(({ reading }) => {
    const ref = placeOf(reading);
    if (typeof ref !== 'string' || reading.statistic === 'ripple') return [];
    return [{ kind: isPlain(reading) ? reading.kind : 'alone', ref }];
  });
}
