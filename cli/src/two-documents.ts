import { type Circuit, parseCircuit, parseJson, type Result } from '@mindful-probe/core';
import { type Outcome, refused } from './outcome.ts';

/**
 * The circuit of one document with what another says about it; the first that is bad is refused.
 *
 * @param parse reads the other document, which may speak of parts of the circuit
 */
export function withCircuitAnd<T>(
  circuitText: string,
  otherText: string,
  parse: (json: unknown, circuit: Circuit) => Result<T>,
  then: (circuit: Circuit, other: T) => Outcome,
): Outcome {
  const circuitJson = parseJson(circuitText);
  if (!circuitJson.ok) return refused(circuitJson.error);
  const circuit = parseCircuit(circuitJson.value);
  if (!circuit.ok) return refused(circuit.error);
  const otherJson = parseJson(otherText);
  if (!otherJson.ok) return refused(otherJson.error);
  const other = parse(otherJson.value, circuit.value);
  return other.ok ? then(circuit.value, other.value) : refused(other.error);
}
