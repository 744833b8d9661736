import type { Circuit } from '../circuit/index.ts';
import { fitReadings } from './fit.ts';
import type { Fit } from './fit-once.ts';
import type { EstimateReading } from './readings.ts';
import type { Unknown } from './unknowns.ts';

/** Each step on alternating current is a settled period with its slopes: so many show whether a cause mends. */
const STEPS_IN_TIME = 6;

/** A fit that tells how much a cause mends. */
export function tryFit(
  circuit: Circuit,
  readings: readonly EstimateReading[],
  fit: Fit,
  freed: readonly Unknown[] = [],
): ReturnType<typeof fitReadings> {
  return fitReadings(circuit, readings, { freed, ...(fit.solution.regime !== 'dc' && { steps: STEPS_IN_TIME }) });
}

/** The fall of chi-square under another circuit, other readings or freer unknowns; 0 where that has no solution. */
export function fallOf(fit: Fit, other: ReturnType<typeof fitReadings>): number {
  return other.ok ? Math.max(0, fit.chiSquare - other.value.chiSquare) : 0;
}
