import { z } from 'zod';
import { type Circuit, circuitSchema, fail, type Result, succeed } from '../circuit/index.ts';
import { figureIn, figureOf } from './figure.ts';
import { parseFigure } from './figure-path.ts';
import { parametersOf } from './parameter.ts';
import { type Sensitivity, sensitivityTable, solveSensitivities } from './sensitivity.ts';
import type { Solution } from './solution.ts';
import { type SolveOptions, solve } from './solve.ts';
import { solveTimeCourse, type TimeCourse } from './time-course.ts';

/** What may be asked of the solver in one go, by the command line, the server's pool and the browser's worker alike. */
export const solveJobSchema = z.strictObject({
  circuit: circuitSchema,
  /** The path of a figure: adds the table of its sensitivities. */
  sensitivity: z.string().min(1).max(200).optional(),
  /** Adds waveforms and the state at their end. */
  course: z.strictObject({ from: z.enum(['cold', 'settled']), seconds: z.number().positive() }).optional(),
});

export interface SolveJob {
  readonly circuit: Circuit;
  readonly sensitivity?: string | undefined;
  readonly course?: { readonly from: 'cold' | 'settled'; readonly seconds: number } | undefined;
}

export interface SolveJobDocument extends Solution {
  readonly sensitivity?: { readonly figure: string; readonly value: number; readonly by: readonly Sensitivity[] };
  readonly course?: Pick<TimeCourse, 'from' | 'seconds'>;
  readonly waveforms?: TimeCourse['waveforms'];
  readonly finalState?: TimeCourse['finalState'];
}

/** The solution of a circuit, with what else was asked of it. */
export function runSolveJob(job: SolveJob, options: SolveOptions = {}): Result<SolveJobDocument> {
  const { circuit } = job;
  const solution = solve(circuit, options);
  if (!solution.ok) return solution;
  let document: SolveJobDocument = solution.value;
  if (job.sensitivity !== undefined) {
    const table = sensitivityOf(circuit, solution.value, job.sensitivity, options);
    if (!table.ok) return table;
    document = { ...document, sensitivity: table.value };
  }
  if (job.course) {
    const course = solveTimeCourse(circuit, { ...job.course, ...options });
    if (!course.ok) return course;
    const { from, seconds, waveforms, finalState } = course.value;
    document = { ...document, course: { from, seconds }, waveforms, finalState };
  }
  return succeed(document);
}

function sensitivityOf(
  circuit: Circuit,
  solution: Solution,
  path: string,
  options: SolveOptions,
): Result<NonNullable<SolveJobDocument['sensitivity']>> {
  const figure = parseFigure(path, solution);
  if (!figure) {
    const message = `The solution has no figure “${path}”; one reads like D1.chip.amps.avg, R1.watts or nets.a.volts.rms.`;
    return fail('unknown-figure', message, 'sensitivity');
  }
  const value = figureIn(solution, figure);
  if (Number.isNaN(value)) return fail('unknown-figure', `${path} has no meaning in this circuit.`, 'sensitivity');
  const sensitive = solveSensitivities(circuit, parametersOf(circuit), options);
  if (!sensitive.ok) return sensitive;
  return succeed({ figure: path, value, by: sensitivityTable(sensitive.value, circuit, (solved) => figureOf(solved, figure)) });
}
