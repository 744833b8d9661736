import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import type { CircuitSystem } from './system.ts';

/** A moment so short that no store changes in it, s: a junction's own capacitance takes a thousand times as long. */
const MOMENT_SECONDS = 1e-13;
/** Slower growth than this, per second, is rounding beside the fastest decay of the same circuit: absolute, and as a share of that. */
const LEAST_GROWTH = 0.01;
const LEAST_SHARE = 1e-12;

/**
 * Whether a small disturbance of an operating point grows: one of the eigenvalues of the linearised circuit has a positive
 * real part (Lyapunov's first method).
 *
 * @param system with every store that makes a change take time
 * @param x the unknowns at the point
 */
export function isUnstable(system: CircuitSystem, x: Float64Array): boolean {
  const { stateCount } = system;
  if (stateCount === 0) return false;
  const state = new Float64Array(stateCount);
  system.stateAt(x, state);
  const stage = { time: 0, weight: MOMENT_SECONDS, base: state };
  system.prepare(stage);
  const memory = system.newMemory();
  system.evaluateExactly(x, memory);
  system.writeMatrix(memory);
  system.matrix.factor();
  if (system.matrix.isSingular) return false;
  const rates = Matrix.zeros(stateCount, stateCount);
  const [by, dx, column] = [new Float64Array(stateCount), new Float64Array(system.size), new Float64Array(stateCount)];
  for (let i = 0; i < stateCount; i++) {
    by.fill(0);
    by[i] = 1;
    system.tangentOfBase(by, stage, dx);
    system.matrix.solveInPlace(dx);
    system.tangentOfRates(dx, by, stage, column);
    for (let row = 0; row < stateCount; row++) rates.set(row, i, column[row]);
  }
  const { realEigenvalues, imaginaryEigenvalues } = new EigenvalueDecomposition(rates);
  const fastest = Math.max(...realEigenvalues.map((real, i) => Math.hypot(real, imaginaryEigenvalues[i])));
  return realEigenvalues.some((real) => real > LEAST_GROWTH + LEAST_SHARE * fastest);
}
