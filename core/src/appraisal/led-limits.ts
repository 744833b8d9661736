import type { Limits } from '../estimate/index.ts';
import type { Analysis } from './analysis.ts';
import { fittedCircuit } from './fitted-circuit.ts';

/**
 * Where the current of a chip lies at 95 %, by sampling: near the knee of a diode the two sides differ. It takes a
 * while, so it is asked for by itself.
 *
 * @returns undefined on alternating supplies, and where there is no solution
 */
export function ledLimits(analysis: Analysis, ref: string): Limits | undefined {
  const found = fittedCircuit(analysis);
  return found.ok ? found.value.fit.limits({ of: 'chip', ref, quantity: 'amps' }) : undefined;
}
