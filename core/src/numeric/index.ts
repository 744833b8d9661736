export { chiSquareProbability } from './chi-square.ts';
export { type DenseLu, DenseLuFactoriser } from './dense-lu.ts';
export { findRoot } from './find-root.ts';
export type { MatrixPattern } from './matrix-pattern.ts';
export { nearlyEqual } from './nearly-equal.ts';
export { leftNullVectors, solveLeastChange } from './null-space.ts';
export { drawNormal, seededRandom } from './random.ts';
export { SparseLuFactoriser } from './sparse-lu.ts';
export { wrightOmega } from './wright-omega.ts';
