import { DenseLuFactoriser } from './dense-lu.ts';
import { dot } from './dot.ts';
import { isAllFinite } from './is-all-finite.ts';

/**
 * Left null vectors of a square matrix: orthonormal w with wᵀ·A ≈ 0, by one-sided Jacobi rotation of Aᵀ (Hestenes,
 * J. SIAM 6, 1958), which finds small singular values to their own precision.
 *
 * @param matrix n × n, row-major; not written to
 * @param relative singular values below this share of the largest count as zero
 */
export function leftNullVectors(matrix: Float64Array, size: number, relative: number): readonly Float64Array[] {
  // Columns of B = Aᵀ are the rows of A; V collects the rotations.
  const b = Array.from({ length: size }, (_, i) => matrix.slice(i * size, (i + 1) * size));
  const v = Array.from({ length: size }, (_, i) => Float64Array.from({ length: size }, (_unused, j) => (i === j ? 1 : 0)));
  for (let sweep = 0; sweep < 30; sweep++) {
    let rotated = false;
    for (let p = 0; p < size; p++) {
      for (let q = p + 1; q < size; q++) {
        const alpha = dot(b[p], b[p]);
        const beta = dot(b[q], b[q]);
        const gamma = dot(b[p], b[q]);
        if (Math.abs(gamma) <= 1e-15 * Math.sqrt(alpha * beta) || gamma === 0) continue;
        rotated = true;
        const zeta = (beta - alpha) / (2 * gamma);
        const t = Math.sign(zeta || 1) / (Math.abs(zeta) + Math.hypot(1, zeta));
        const c = 1 / Math.hypot(1, t);
        rotate(b[p], b[q], c, c * t);
        rotate(v[p], v[q], c, c * t);
      }
    }
    if (!rotated) break;
  }
  const sizes = b.map((column) => Math.sqrt(dot(column, column)));
  const largest = Math.max(...sizes, 0);
  return v.filter((_, i) => sizes[i] <= relative * largest);
}

/**
 * The x with A·x = b, and x ⟂ each of `leftNull`, through the bordered matrix [A W; Wᵀ 0]. Undefined where that is
 * singular too.
 */
export function solveLeastChange(matrix: Float64Array, b: Float64Array, leftNull: readonly Float64Array[]): Float64Array | undefined {
  const size = b.length;
  const whole = size + leftNull.length;
  const bordered = new Float64Array(whole * whole);
  for (let i = 0; i < size; i++) {
    for (let j = 0; j < size; j++) bordered[i * whole + j] = matrix[i * size + j];
    leftNull.forEach((w, k) => {
      bordered[i * whole + size + k] = w[i];
      bordered[(size + k) * whole + i] = w[i];
    });
  }
  const factor = new DenseLuFactoriser(whole).factor(bordered);
  if (factor.isSingular) return undefined;
  const solution = new Float64Array(whole);
  solution.set(b);
  factor.solveInPlace(solution);
  return isAllFinite(solution) ? solution.slice(0, size) : undefined;
}

function rotate(a: Float64Array, b: Float64Array, c: number, s: number): void {
  for (let i = 0; i < a.length; i++) {
    const kept = a[i];
    a[i] = c * kept - s * b[i];
    b[i] = s * kept + c * b[i];
  }
}
