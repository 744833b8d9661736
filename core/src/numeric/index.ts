export { chiSquareProbability } from './chi-square.ts';
export { type DenseLu, DenseLuFactoriser } from './dense-lu.ts';
export { findRoot } from './find-root.ts';
export { nearlyEqual } from './nearly-equal.ts';
export { drawNormal, seededRandom } from './random.ts';
export { wrightOmega } from './wright-omega.ts';
