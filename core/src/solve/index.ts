export { type Figure, fieldValue, figureAt, type Parameter, sensitivities } from './figures.ts';
export { NEWTON_DEFAULTS } from './newton.ts';
export { type OperatingPoint, solveOperatingPoint } from './operating-point.ts';
export {
  type LedSolution,
  type PartSolution,
  type Solution,
  type SolutionWarning,
  type Statistics,
  type SupplySolution,
  solutionOf,
  solve,
  type WarningCode,
} from './solution.ts';
