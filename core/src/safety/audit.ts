import { type Arrangement, recognise } from '../arrangement/index.ts';
import { type Discharge, dischargesOf } from '../caution/index.ts';
import { type Circuit, type Result, succeed } from '../circuit/index.ts';
import { type Solution, solve } from '../solve/index.ts';
import { cellFindings } from './cells.ts';
import { driveFindings } from './drive.ts';
import { type Finding, type SafetyRule, worstFirst } from './finding.ts';
import { flickerFindings } from './flicker.ts';
import { mainsFindings } from './mains.ts';
import { ratingFindings } from './ratings.ts';

const RULES: readonly SafetyRule[] = [mainsFindings, cellFindings, driveFindings, ratingFindings, flickerFindings];

/** A circuit solved, recognised and judged. */
export interface Audit {
  readonly solution: Solution;
  readonly arrangements: readonly Arrangement[];
  /** Worst first. */
  readonly findings: readonly Finding[];
  /** What can hold a dangerous charge, and for how long. */
  readonly discharges: readonly Discharge[];
}

/** @returns an error where the circuit has no solution */
export function audit(circuit: Circuit): Result<Audit> {
  const solved = solve(circuit);
  return solved.ok ? succeed(auditSolved(circuit, solved.value)) : solved;
}

/** The same where the circuit is solved already. */
export function auditSolved(circuit: Circuit, solution: Solution): Audit {
  const arrangements = recognise(circuit, solution);
  const discharges = dischargesOf(circuit, solution);
  const judged = { circuit, solution, arrangements, discharges };
  return { solution, arrangements, findings: worstFirst(RULES.flatMap((rule) => rule(judged))), discharges };
}
