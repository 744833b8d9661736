import { type DischargeEnd, parseCircuit, parseJson, runtimeOf } from '@mindful-probe/core';
import { misused, type Outcome, refused } from '../outcome.ts';

const ENDS: readonly DischargeEnd[] = ['half-light', 'dark', 'cut-off'];

/**
 * A circuit document whose battery or capacitor is discharged.
 *
 * @param asked which of them, the LED that is watched, and what ends it; each may be left out
 */
export function runtimeText(text: string, asked: { readonly from?: string; readonly led?: string; readonly until?: string }): Outcome {
  const until = ENDS.find((end) => end === asked.until);
  if (asked.until !== undefined && until === undefined) return misused(`--until takes ${ENDS.join(', ')}, and not “${asked.until}”.`);
  const json = parseJson(text);
  if (!json.ok) return refused(json.error);
  const circuit = parseCircuit(json.value);
  if (!circuit.ok) return refused(circuit.error);
  const runtime = runtimeOf(circuit.value, { from: asked.from, led: asked.led, until });
  return runtime.ok ? { document: runtime.value } : refused(runtime.error);
}
