export type { WorkStep } from './moves/move.ts';
export { applyChanges, type CircuitChange, circuitChangeSchema, workOrder } from './moves/registry.ts';
export type { ReworkFigures, ReworkGoal, ReworkWay } from './rework-way.ts';
export { searchWays } from './search.ts';
