export { type Figure, fieldValue, figureAt, type Parameter, sensitivities } from './figures.ts';
export { NEWTON_DEFAULTS } from './newton.ts';
export { type OperatingPoint, solveOperatingPoint } from './operating-point.ts';
export { findSettledState, type SettledState } from './settled-state.ts';
export {
  isAlternating,
  type LedSolution,
  type PartSolution,
  type Solution,
  type SolutionWarning,
  type SolveOptions,
  type SupplySolution,
  solutionOf,
  solve,
  type WarningCode,
} from './solution.ts';
export type { Statistics } from './statistics.ts';
