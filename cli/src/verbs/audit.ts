import { audit, auditDocument, parseCircuit, parseJson } from '@mindful-probe/core';
import { type Outcome, refused } from '../outcome.ts';

/** A circuit document solved, recognised and judged. */
export function auditText(text: string): Outcome {
  const json = parseJson(text);
  if (!json.ok) return refused(json.error);
  const circuit = parseCircuit(json.value);
  if (!circuit.ok) return refused(circuit.error);
  const audited = audit(circuit.value);
  return audited.ok ? { document: auditDocument(audited.value) } : refused(audited.error);
}
