/**
 * The lower triangle L of a symmetric positive definite matrix A = L·Lᵀ; Golub and Van Loan, Matrix Computations,
 * 4th ed. (2013), algorithm 4.2.1.
 *
 * @param matrix n × n, row-major; not written to
 * @returns undefined where the matrix is not positive definite
 */
export function cholesky(matrix: Float64Array, size: number): Float64Array | undefined {
  const lower = new Float64Array(size * size);
  for (let i = 0; i < size; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = matrix[i * size + j];
      for (let k = 0; k < j; k++) sum -= lower[i * size + k] * lower[j * size + k];
      if (i === j) {
        if (!(sum > 0)) return undefined;
        lower[i * size + i] = Math.sqrt(sum);
      } else lower[i * size + j] = sum / lower[j * size + j];
    }
  }
  return lower;
}

/** Solves L·x = b for a lower triangle L, writing x over `b`. */
export function solveTriangle(lower: Float64Array, size: number, b: Float64Array): void {
  for (let i = 0; i < size; i++) {
    for (let k = 0; k < i; k++) b[i] -= lower[i * size + k] * b[k];
    b[i] /= lower[i * size + i];
  }
}

/** Solves Lᵀ·x = b for a lower triangle L, writing x over `b`. */
export function solveTransposedTriangle(lower: Float64Array, size: number, b: Float64Array): void {
  for (let i = size - 1; i >= 0; i--) {
    let sum = b[i];
    for (let k = i + 1; k < size; k++) sum -= lower[k * size + i] * b[k];
    b[i] = sum / lower[i * size + i];
  }
}
