import { parseCircuit, parseJson, solve } from '@mindful-probe/core';
import { type Outcome, refused } from '../outcome.ts';

/** The solution of a circuit document. */
export function solveText(text: string): Outcome {
  const json = parseJson(text);
  if (!json.ok) return refused(json.error);
  const circuit = parseCircuit(json.value);
  if (!circuit.ok) return refused(circuit.error);
  const solution = solve(circuit.value);
  return solution.ok ? { document: solution.value } : refused(solution.error);
}
