import type { Arrangement } from '../arrangement/index.ts';
import type { DangerousSource, Discharge } from '../caution/index.ts';
import type { Circuit } from '../circuit/index.ts';
import type { Stress } from '../drive/index.ts';
import type { Solution, SolveWarmed } from '../solve/index.ts';
import type { Finding, Undecided } from './finding.ts';
import type { FaultOutcome } from './single-faults.ts';
import type { SupplyPath } from './supply-path.ts';

/** What the rules judge by. */
export interface Judged {
  readonly circuit: Circuit;
  readonly solution: Solution;
  readonly arrangements: readonly Arrangement[];
  readonly discharges: readonly Discharge[];
  readonly stresses: readonly Stress[];
  readonly faults: readonly FaultOutcome[];
  /** The source that a touch of can kill, with the way its current takes; undefined where there is none. */
  readonly mains: { readonly source: DangerousSource; readonly path: SupplyPath } | undefined;
  readonly solve: SolveWarmed;
}

/** What a rule says of a circuit: where it speaks, and where it cannot tell. Of all else it is clear. */
export interface Answers {
  readonly findings: readonly Finding[];
  readonly undecided: readonly Undecided[];
}

/** A new rule is one file and one line in the list. */
export type SafetyRule = (judged: Judged) => Answers;

export const CLEAR: Answers = { findings: [], undecided: [] };

export function speaks(...findings: readonly Finding[]): Answers {
  return { findings, undecided: [] };
}

export function cannotTell(...undecided: readonly Undecided[]): Answers {
  return { findings: [], undecided };
}

/** Several answers as one. */
export function answersOf(answers: readonly Answers[]): Answers {
  return { findings: answers.flatMap(({ findings }) => findings), undecided: answers.flatMap(({ undecided }) => undecided) };
}
