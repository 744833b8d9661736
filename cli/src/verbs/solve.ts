import {
  type Circuit,
  figureReader,
  parametersOf,
  parseCircuit,
  parseJson,
  type Solution,
  sensitivityTable,
  solve,
  solveSensitivities,
  solveTimeCourse,
} from '@mindful-probe/core';
import { misused, type Outcome, type Refusal, refused } from '../outcome.ts';

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
  const solution = solve(circuit.value);
  if (!solution.ok) return refused(solution.error);
  let document: object = solution.value;
  if (sensitivity !== undefined) {
    const table = sensitivityOf(circuit.value, solution.value, sensitivity);
    if ('status' in table) return table;
    document = { ...document, ...table };
  }
  if (from !== undefined && seconds !== undefined) {
    const course = courseOf(circuit.value, from, seconds);
    if ('status' in course) return course;
    document = { ...document, ...course };
  }
  return { document };
}

function sensitivityOf(circuit: Circuit, solution: Solution, figure: string): { sensitivity: object } | Refusal {
  const read = figureReader(solution, figure);
  if (!read) {
    const message = `The solution has no figure “${figure}”; one reads like D1.chip.amps.avg, R1.watts or nets.a.volts.rms.`;
    return refused({ code: 'unknown-figure', message, path: 'sensitivity' });
  }
  const sensitive = solveSensitivities(circuit, parametersOf(circuit));
  if (!sensitive.ok) return refused(sensitive.error);
  const value = read(solution);
  if (Number.isNaN(value)) {
    return refused({ code: 'unknown-figure', message: `${figure} has no meaning in this circuit.`, path: 'sensitivity' });
  }
  return { sensitivity: { figure, value, by: sensitivityTable(sensitive.value, circuit, read) } };
}

function courseOf(circuit: Circuit, from: string, seconds: string): object | Refusal {
  if (from !== 'cold' && from !== 'settled') return misused(`--from is cold or settled, not “${from}”.`);
  const course = solveTimeCourse(circuit, { from, seconds: Number(seconds) });
  if (!course.ok) return refused(course.error);
  const { waveforms, finalState } = course.value;
  return { course: { from, seconds: course.value.seconds }, waveforms, finalState };
}
