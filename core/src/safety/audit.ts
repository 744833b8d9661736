import { type Arrangement, recognise } from '../arrangement/index.ts';
import { type Discharge, dischargesOf, touchableMains } from '../caution/index.ts';
import { type Circuit, type Result, succeed } from '../circuit/index.ts';
import { type Stress, stressesOf } from '../drive/index.ts';
import { fitReadings } from '../estimate/index.ts';
import { type Solution, type SolveWarmed, solveWarmed } from '../solve/index.ts';
import { type Finding, type SafetyVerdict, type Undecided, verdictOf, worstFirst } from './finding.ts';
import { answersOf, type Judged, type SafetyRule } from './rule.ts';
import { capacitorClassRule } from './rules/capacitor-class.ts';
import { cellsRule } from './rules/cells.ts';
import { convertersRule } from './rules/converters.ts';
import { dischargeRule } from './rules/discharge.ts';
import { flickerRule } from './rules/flicker.ts';
import { fuseRule } from './rules/fuse.ts';
import { insulationRule } from './rules/insulation.ts';
import { ratingsRule } from './rules/ratings.ts';
import { sharingRule } from './rules/sharing.ts';
import { shortedSupplyRule } from './rules/shorted-supply.ts';
import { singleFaultRule } from './rules/single-fault.ts';
import { unratedRule } from './rules/unrated.ts';
import { type FaultOutcome, singleFaultsOf } from './single-faults.ts';
import { SupplyPath } from './supply-path.ts';

const RULES: readonly SafetyRule[] = [
  shortedSupplyRule,
  fuseRule,
  insulationRule,
  capacitorClassRule,
  dischargeRule,
  cellsRule,
  sharingRule,
  convertersRule,
  ratingsRule,
  unratedRule,
  singleFaultRule,
  flickerRule,
];

/** A circuit solved, recognised and judged. */
export interface Audit {
  readonly verdict: SafetyVerdict;
  readonly solution: Solution;
  readonly arrangements: readonly Arrangement[];
  /** Worst first. */
  readonly findings: readonly Finding[];
  /** Where a rule could not tell. */
  readonly undecided: readonly Undecided[];
  /** What can hold a dangerous charge, and for how long. */
  readonly discharges: readonly Discharge[];
  /** What each part that fails does to the rest. */
  readonly faults: readonly FaultOutcome[];
}

/**
 * Judges a circuit of which nothing was read: every figure is as unsure as the class spreads of its parts make it.
 *
 * @returns an error where the circuit has no solution
 */
export function audit(circuit: Circuit): Result<Audit> {
  const fitted = fitReadings(circuit, []);
  if (!fitted.ok) return fitted;
  const { solution } = fitted.value;
  return succeed(auditSolved(circuit, solution, stressesOf(circuit, fitted.value)));
}

/** The same where the circuit is solved already, and each part held against what it may take. */
export function auditSolved(circuit: Circuit, solution: Solution, stresses: readonly Stress[], solve: SolveWarmed = solveWarmed): Audit {
  const arrangements = recognise(circuit, solution);
  const discharges = dischargesOf(circuit, solution);
  const source = touchableMains(circuit);
  const mains = source && { source, path: new SupplyPath(circuit, source.part) };
  const faults = singleFaultsOf(circuit, solution, arrangements, mains?.path, solve);
  const judged: Judged = { circuit, solution, arrangements, discharges, stresses, faults, mains, solve };
  const { findings, undecided } = answersOf(RULES.map((rule) => rule(judged)));
  return { verdict: verdictOf(findings, undecided), solution, arrangements, findings: worstFirst(findings), undecided, discharges, faults };
}
