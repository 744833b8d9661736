export { type Cut, type CutNeeds, cutNeeds, type PackChoice } from './cut/packs.ts';
export type { Break, Hardest, ReworkFigures } from './figures/figures.ts';
export { type Warmth, wattsForCelsius } from './goal/cooler.ts';
export {
  AIMS,
  type Aim,
  asksForSafety,
  type Goal,
  type GoalLimits,
  goalSchema,
  type StockItem,
  type Wanted,
  wantedSchema,
} from './goal/goal.ts';
export { checkWanted, parseGoal } from './goal/parse-goal.ts';
export { sayWanted } from './goal/say-wanted.ts';
export { type CutPin, freedBy } from './moves/cut-free/definition.ts';
export type { WorkStep } from './moves/move.ts';
export { applyMoves, type CircuitMove, fittedBy, moveSchema, olderMoveSchema, presentMove, sayMoves } from './moves/registry.ts';
export { presentCircuit } from './present-circuit.ts';
export { type ReworkDocument, reworkDocument } from './rework-document.ts';
export { sayBreak, saySeen, sayWay } from './say-way.ts';
export { isFor } from './search/from-drawer.ts';
export { isWasteful, seriousLeft } from './search/rank.ts';
export { ownWay, type SearchProgress, searchInSteps, searchWays } from './search/search.ts';
export type { NamedFinding, Rework, ReworkWay } from './search/way.ts';
export { type Expected, type OrderedStep, type WorkFacts, workOrder } from './work-order/work-order.ts';
