import { planRounds } from './plan.ts';
import type { Plan, Rounds } from './task.ts';

/** A plan as a document of the open format. */
export interface PlanDocument extends Plan {
  readonly format: 'mindful-probe.plan';
  readonly version: 1;
  /** What the minutes count from. */
  readonly from: string;
}

export function planDocument(rounds: Rounds): PlanDocument {
  return { format: 'mindful-probe.plan', version: 1, from: rounds.from, ...planRounds(rounds) };
}
