export { type Figure, fieldValue, figureAt, type Parameter, sensitivities } from './figures.ts';
export { NEWTON_DEFAULTS } from './newton.ts';
export { type OperatingPoint, solveOperatingPoint } from './operating-point.ts';
export { findSettledState, type SettledState } from './settled-state.ts';
export type { LedSolution, PartSolution, Solution, SolutionWarning, SupplySolution, WarningCode } from './solution.ts';
export { solutionOf } from './solution-document.ts';
export { isAlternating, type SolveOptions, solve } from './solve.ts';
export type { Statistics } from './statistics.ts';
