import { parseCircuit, parseGoal, parseJson, reworkDocument, searchWays } from '@mindful-probe/core';
import { type Outcome, refused } from '../outcome.ts';

/** Ways from the circuit of one document to the goal of another. */
export function reworkText(circuitText: string, goalText: string): Outcome {
  const circuitJson = parseJson(circuitText);
  if (!circuitJson.ok) return refused(circuitJson.error);
  const circuit = parseCircuit(circuitJson.value);
  if (!circuit.ok) return refused(circuit.error);
  const goalJson = parseJson(goalText);
  if (!goalJson.ok) return refused(goalJson.error);
  const goal = parseGoal(goalJson.value);
  if (!goal.ok) return refused(goal.error);
  const found = searchWays(circuit.value, goal.value);
  return found.ok ? { document: reworkDocument(found.value) } : refused(found.error);
}
