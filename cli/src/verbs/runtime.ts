import { parseCircuit, parseJson, runtimeOf } from '@mindful-probe/core';
import { type Outcome, refused } from '../outcome.ts';

/** A circuit document whose battery or capacitor is discharged. */
export function runtimeText(text: string): Outcome {
  const json = parseJson(text);
  if (!json.ok) return refused(json.error);
  const circuit = parseCircuit(json.value);
  if (!circuit.ok) return refused(circuit.error);
  const runtime = runtimeOf(circuit.value);
  return runtime.ok ? { document: runtime.value } : refused(runtime.error);
}
