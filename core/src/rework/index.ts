export { searchWays } from './search.ts';
export type { Move, ReworkGoal, Way, WayFigures } from './way.ts';
export { type WorkStep, workOrder } from './work-order.ts';
