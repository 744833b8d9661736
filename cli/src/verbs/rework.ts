import { parseGoal, reworkDocument, searchWays } from '@mindful-probe/core';
import { type Outcome, refused } from '../outcome.ts';
import { withCircuitAnd } from '../two-documents.ts';

/** Ways from the circuit of one document to the goal of another. */
export function reworkText(circuitText: string, goalText: string): Outcome {
  return withCircuitAnd(circuitText, goalText, parseGoal, (circuit, goal) => {
    const found = searchWays(circuit, goal);
    return found.ok ? { document: reworkDocument(found.value) } : refused(found.error);
  });
}
