import { diagnose, diagnosisDocument, parseCircuit, parseEvidence, parseJson } from '@mindful-probe/core';
import { type Outcome, refused } from '../outcome.ts';

/** What is broken in the circuit of one document, by the readings of another. */
export function diagnoseText(circuitText: string, readingsText: string): Outcome {
  const circuitJson = parseJson(circuitText);
  if (!circuitJson.ok) return refused(circuitJson.error);
  const circuit = parseCircuit(circuitJson.value);
  if (!circuit.ok) return refused(circuit.error);
  const readingsJson = parseJson(readingsText);
  if (!readingsJson.ok) return refused(readingsJson.error);
  const evidence = parseEvidence(readingsJson.value, circuit.value);
  if (!evidence.ok) return refused(evidence.error);
  const found = diagnose(circuit.value, evidence.value);
  return found.ok ? { document: diagnosisDocument(found.value) } : refused(found.error);
}
