import { estimate, parseCircuit, parseJson, parseReadings } from '@mindful-probe/core';
import { type Outcome, refused } from '../outcome.ts';

/** What the readings of one document say of the circuit in another. */
export function estimateText(circuitText: string, readingsText: string): Outcome {
  const circuitJson = parseJson(circuitText);
  if (!circuitJson.ok) return refused(circuitJson.error);
  const circuit = parseCircuit(circuitJson.value);
  if (!circuit.ok) return refused(circuit.error);
  const readingsJson = parseJson(readingsText);
  if (!readingsJson.ok) return refused(readingsJson.error);
  const readings = parseReadings(readingsJson.value);
  if (!readings.ok) return refused(readings.error);
  const estimated = estimate(circuit.value, readings.value);
  return estimated.ok ? { document: estimated.value } : refused(estimated.error);
}
