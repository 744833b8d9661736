import { diagnose, diagnosisDocument, parseEvidence } from '@mindful-probe/core';
import { type Outcome, refused } from '../outcome.ts';
import { withCircuitAnd } from '../two-documents.ts';

/** What is broken in the circuit of one document, by the readings of another. */
export function diagnoseText(circuitText: string, readingsText: string): Outcome {
  return withCircuitAnd(circuitText, readingsText, parseEvidence, (circuit, evidence) => {
    const found = diagnose(circuit, evidence);
    return found.ok ? { document: diagnosisDocument(found.value) } : refused(found.error);
  });
}
