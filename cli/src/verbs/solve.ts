import { parseCircuit, parseJson, runSolveJob } from '@mindful-probe/core';
import { misused, type Outcome, refused } from '../outcome.ts';

export interface SolveArguments {
  readonly sensitivity?: string;
  readonly from?: string;
  readonly seconds?: string;
}

/** The solution of a circuit document, with a table of sensitivities or a time course where asked. */
export function solveText(text: string, { sensitivity, from, seconds }: SolveArguments = {}): Outcome {
  const json = parseJson(text);
  if (!json.ok) return refused(json.error);
  const circuit = parseCircuit(json.value);
  if (!circuit.ok) return refused(circuit.error);
  if ((from === undefined) !== (seconds === undefined)) return misused('A time course needs both --from cold|settled and --seconds S.');
  if (from !== undefined && from !== 'cold' && from !== 'settled') return misused(`--from is cold or settled, not “${from}”.`);
  const course = from && ({ from, seconds: Number(seconds) } as const);
  const document = runSolveJob({ circuit: circuit.value, sensitivity, ...(course && { course }) });
  return document.ok ? { document: document.value } : refused(document.error);
}
