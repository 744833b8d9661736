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

/** A pivot below this share of the matrix's largest entry counts as zero: the rows depend on each other. */
const RELATIVE_PIVOT = 1e-20;

/**
 * A reusable n × n factoriser: its work arrays are made once, so that a Newton loop allocates nothing.
 * Doolittle's method with partial pivoting; Golub and Van Loan, Matrix Computations, 4th ed. (2013), algorithm 3.4.1.
 */
export class DenseLuFactoriser implements DenseLu {
  isSingular = false;
  singularColumn = -1;
  private readonly lu: Float64Array;
  private readonly row: Int32Array;
  private readonly inversePivot: Float64Array;
  private readonly work: Float64Array;

  constructor(private readonly size: number) {
    this.lu = new Float64Array(size * size);
    this.row = new Int32Array(size);
    this.inversePivot = new Float64Array(size);
    this.work = new Float64Array(size);
  }

  /** Factors the row-major `matrix` (n × n), which is copied and not written to. One flat loop: small systems live here. */
  factor(matrix: Float64Array): this {
    const { size: n, lu, row, inversePivot } = this;
    let largestEntry = 0;
    for (let i = 0; i < n * n; i++) {
      const value = matrix[i];
      lu[i] = value;
      const size = value < 0 ? -value : value;
      if (size > largestEntry) largestEntry = size;
    }
    const smallest = RELATIVE_PIVOT * largestEntry;
    this.isSingular = false;
    this.singularColumn = -1;
    for (let i = 0; i < n; i++) row[i] = i;
    for (let k = 0; k < n; k++) {
      let pivotRow = -1;
      let pivotSize = smallest;
      for (let i = k; i < n; i++) {
        const value = lu[i * n + k];
        const size = value < 0 ? -value : value;
        if (size > pivotSize) {
          pivotSize = size;
          pivotRow = i;
        }
      }
      if (pivotRow === -1) {
        this.isSingular = true;
        this.singularColumn = k;
        return this;
      }
      if (pivotRow !== k) {
        const kept = row[k];
        row[k] = row[pivotRow];
        row[pivotRow] = kept;
        for (let j = 0; j < n; j++) {
          const value = lu[k * n + j];
          lu[k * n + j] = lu[pivotRow * n + j];
          lu[pivotRow * n + j] = value;
        }
      }
      const inverse = 1 / lu[k * n + k];
      inversePivot[k] = inverse;
      for (let i = k + 1; i < n; i++) {
        const at = i * n;
        const below = lu[at + k];
        if (below === 0) continue;
        const factor = below * inverse;
        lu[at + k] = factor;
        for (let j = k + 1; j < n; j++) lu[at + j] -= factor * lu[k * n + j];
      }
    }
    return this;
  }

  solveInPlace(b: Float64Array): void {
    const { size: n, lu, row, work, inversePivot } = this;
    for (let i = 0; i < n; i++) {
      let sum = b[row[i]];
      for (let j = 0; j < i; j++) sum -= lu[i * n + j] * work[j];
      work[i] = sum;
    }
    for (let i = n - 1; i >= 0; i--) {
      let sum = work[i];
      for (let j = i + 1; j < n; j++) sum -= lu[i * n + j] * work[j];
      work[i] = sum * inversePivot[i];
    }
    for (let i = 0; i < n; i++) b[i] = work[i];
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
}
