export { parseRounds } from './parse-rounds.ts';
export { planRounds } from './plan.ts';
export { type PlanDocument, planDocument } from './rounds-document.ts';
export { type LeftReason, type LeftTask, type Plan, type PlannedTask, type Rounds, roundsSchema, type Task } from './task.ts';
