/** Dense LU factorisation with partial pivoting and row scaling: factor once, ask, then solve many times. */
export interface DenseLu {
  /** True when a pivot fell under `RELATIVE_PIVOT` of its row's largest entry. */
  readonly isSingular: boolean;
  /** The column whose pivot vanished, -1 when none did. */
  readonly singularColumn: number;
  /** Solves A·x = b, writing x over `b` (length n). Meaningless when singular. */
  solveInPlace(b: Float64Array): void;
  /** Solves Aᵀ·x = b, writing x over `b` (length n). Meaningless when singular. */
  solveTransposedInPlace(b: Float64Array): void;
}

/** A pivot below this share of its row's largest original entry counts as zero: the rows depend on each other. */
const RELATIVE_PIVOT = 1e-15;

/**
 * A reusable n × n factoriser: its work arrays are made once, so that a Newton loop allocates nothing.
 * Doolittle's method; Golub and Van Loan, Matrix Computations, 4th ed. (2013), algorithm 3.4.1.
 */
export class DenseLuFactoriser implements DenseLu {
  isSingular = false;
  singularColumn = -1;
  private readonly lu: Float64Array;
  private readonly row: Int32Array;
  private readonly scale: Float64Array;
  private readonly work: Float64Array;

  constructor(private readonly size: number) {
    this.lu = new Float64Array(size * size);
    this.row = new Int32Array(size);
    this.scale = new Float64Array(size);
    this.work = new Float64Array(size);
  }

  /** Factors the row-major `matrix` (n × n), which is copied and not written to. */
  factor(matrix: Float64Array): this {
    const { size: n, lu, row, scale } = this;
    lu.set(matrix);
    this.isSingular = false;
    this.singularColumn = -1;
    for (let i = 0; i < n; i++) {
      row[i] = i;
      let largest = 0;
      for (let j = 0; j < n; j++) largest = Math.max(largest, Math.abs(lu[i * n + j]));
      scale[i] = largest > 0 ? 1 / largest : 1;
    }
    for (let k = 0; k < n; k++) {
      const pivot = this.choosePivot(k);
      if (pivot === -1) {
        this.isSingular = true;
        this.singularColumn = k;
        return this;
      }
      if (pivot !== k) this.swapRows(k, pivot);
      this.eliminateBelow(k);
    }
    return this;
  }

  solveInPlace(b: Float64Array): void {
    const { size: n, lu, row, work } = this;
    for (let i = 0; i < n; i++) {
      let sum = b[row[i]];
      for (let j = 0; j < i; j++) sum -= lu[i * n + j] * work[j];
      work[i] = sum;
    }
    for (let i = n - 1; i >= 0; i--) {
      let sum = work[i];
      for (let j = i + 1; j < n; j++) sum -= lu[i * n + j] * work[j];
      work[i] = sum / lu[i * n + i];
    }
    b.set(work);
  }

  solveTransposedInPlace(b: Float64Array): void {
    const { size: n, lu, row, work } = this;
    for (let i = 0; i < n; i++) {
      let sum = b[i];
      for (let j = 0; j < i; j++) sum -= lu[j * n + i] * work[j];
      work[i] = sum / lu[i * n + i];
    }
    for (let i = n - 1; i >= 0; i--) {
      let sum = work[i];
      for (let j = i + 1; j < n; j++) sum -= lu[j * n + i] * work[j];
      work[i] = sum;
    }
    for (let i = 0; i < n; i++) b[row[i]] = work[i];
  }

  private choosePivot(k: number): number {
    const { size: n, lu, row, scale } = this;
    let best = -1;
    let bestSize = RELATIVE_PIVOT;
    for (let i = k; i < n; i++) {
      const size = Math.abs(lu[i * n + k]) * scale[row[i]];
      if (size > bestSize) {
        bestSize = size;
        best = i;
      }
    }
    return best;
  }

  private swapRows(a: number, b: number): void {
    const { size: n, lu, row } = this;
    for (let j = 0; j < n; j++) {
      const kept = lu[a * n + j];
      lu[a * n + j] = lu[b * n + j];
      lu[b * n + j] = kept;
    }
    const kept = row[a];
    row[a] = row[b];
    row[b] = kept;
  }

  private eliminateBelow(k: number): void {
    const { size: n, lu } = this;
    const pivot = lu[k * n + k];
    for (let i = k + 1; i < n; i++) {
      const at = i * n;
      const factor = lu[at + k] / pivot;
      if (factor === 0) continue;
      lu[at + k] = factor;
      for (let j = k + 1; j < n; j++) lu[at + j] -= factor * lu[k * n + j];
    }
  }
}
