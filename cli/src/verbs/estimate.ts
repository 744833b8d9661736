import { estimate, parseReadings } from '@mindful-probe/core';
import { type Outcome, refused } from '../outcome.ts';
import { withCircuitAnd } from '../two-documents.ts';

/** What the readings of one document say of the circuit in another. */
export function estimateText(circuitText: string, readingsText: string): Outcome {
  return withCircuitAnd(circuitText, readingsText, parseReadings, (circuit, readings) => {
    const estimated = estimate(circuit, readings);
    return estimated.ok ? { document: estimated.value } : refused(estimated.error);
  });
}
