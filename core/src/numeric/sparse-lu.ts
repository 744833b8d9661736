import type { MatrixPattern } from './matrix-pattern.ts';
import { minimumDegreeOrder } from './minimum-degree.ts';

/** A diagonal this share of the largest candidate is taken as the pivot: it keeps the fill of the ordering. */
const DIAGONAL_PREFERENCE = 1e-3;

/**
 * Sparse LU with partial pivoting, left-looking (Gilbert and Peierls, SIAM J. Sci. Stat. Comput. 9, 1988, as laid out
 * in Davis, Direct Methods for Sparse Linear Systems, 2006, ch. 6), columns in minimum-degree order. The order is found
 * once for a pattern; factoring again takes new values of the same pattern.
 */
export class SparseLuFactoriser {
  isSingular = false;
  singularColumn = -1;
  private hasPivots = false;
  private readonly order: Int32Array;
  private readonly rowPlace: Int32Array;
  private readonly lStart: Int32Array;
  private readonly uStart: Int32Array;
  private lRow: Int32Array;
  private lValue: Float64Array;
  private uRow: Int32Array;
  private uValue: Float64Array;
  private readonly x: Float64Array;
  private readonly reached: Int32Array;
  private readonly mark: Int32Array;
  private readonly pathNode: Int32Array;
  private readonly pathNext: Int32Array;

  constructor(private readonly pattern: MatrixPattern) {
    const { size } = pattern;
    this.order = minimumDegreeOrder(pattern);
    this.rowPlace = new Int32Array(size);
    this.lStart = new Int32Array(size + 1);
    this.uStart = new Int32Array(size + 1);
    const room = 4 * pattern.rowIndex.length + size;
    this.lRow = new Int32Array(room);
    this.lValue = new Float64Array(room);
    this.uRow = new Int32Array(room);
    this.uValue = new Float64Array(room);
    this.x = new Float64Array(size);
    this.reached = new Int32Array(size);
    this.mark = new Int32Array(size);
    this.pathNode = new Int32Array(size);
    this.pathNext = new Int32Array(size);
  }

  /**
   * Factors `values`, one for each entry of the pattern: with the pivots of the time before where those still do, else
   * anew.
   */
  factor(values: Float64Array): this {
    if (this.hasPivots && this.factorAsBefore(values)) return this;
    return this.factorAnew(values);
  }

  /** The same pattern with the same pivots fills in the same way: only the numbers are worked out again. */
  private factorAsBefore(values: Float64Array): boolean {
    const { size, colStart, rowIndex } = this.pattern;
    const { order, rowPlace, lStart, uStart, lRow, lValue, uRow, uValue, x } = this;
    for (let k = 0; k < size; k++) {
      const column = order[k];
      for (let p = colStart[column]; p < colStart[column + 1]; p++) x[rowPlace[rowIndex[p]]] += values[p];
      const last = uStart[k + 1] - 1;
      for (let p = uStart[k]; p < last; p++) {
        const place = uRow[p];
        const value = x[place];
        uValue[p] = value;
        x[place] = 0;
        if (value === 0) continue;
        for (let q = lStart[place] + 1; q < lStart[place + 1]; q++) x[lRow[q]] -= lValue[q] * value;
      }
      const pivot = x[k];
      x[k] = 0;
      uValue[last] = pivot;
      let largest = 0;
      for (let q = lStart[k] + 1; q < lStart[k + 1]; q++) {
        const below = x[lRow[q]];
        x[lRow[q]] = 0;
        lValue[q] = below / pivot;
        largest = Math.max(largest, Math.abs(below));
      }
      if (!(Math.abs(pivot) >= DIAGONAL_PREFERENCE * largest) || pivot === 0) {
        x.fill(0);
        return false;
      }
    }
    return true;
  }

  private factorAnew(values: Float64Array): this {
    this.hasPivots = false;
    const { size, colStart, rowIndex } = this.pattern;
    const { order, rowPlace, lStart, uStart, x, reached } = this;
    rowPlace.fill(-1);
    x.fill(0);
    this.mark.fill(-1);
    this.isSingular = false;
    this.singularColumn = -1;
    let lCount = 0;
    let uCount = 0;
    for (let k = 0; k < size; k++) {
      lStart[k] = lCount;
      uStart[k] = uCount;
      this.reserve(lCount + size, uCount + size);
      const { lRow, lValue, uRow, uValue } = this;
      const column = order[k];
      // x = L \ A(:, column), over the rows that the column reaches through L.
      const top = this.reach(column, k);
      for (let p = colStart[column]; p < colStart[column + 1]; p++) x[rowIndex[p]] += values[p];
      for (let p = top; p < size; p++) {
        const place = rowPlace[reached[p]];
        if (place < 0) continue;
        const value = x[reached[p]];
        for (let q = lStart[place] + 1; q < lStart[place + 1]; q++) x[lRow[q]] -= lValue[q] * value;
      }
      // The largest candidate becomes the pivot, or the diagonal where it is large enough.
      let pivotRow = -1;
      let largest = 0;
      for (let p = top; p < size; p++) {
        const row = reached[p];
        if (rowPlace[row] >= 0) {
          uRow[uCount] = rowPlace[row];
          uValue[uCount++] = x[row];
        } else if (Math.abs(x[row]) > largest) {
          largest = Math.abs(x[row]);
          pivotRow = row;
        }
      }
      if (pivotRow === -1) {
        this.isSingular = true;
        this.singularColumn = column;
        return this;
      }
      if (rowPlace[column] < 0 && Math.abs(x[column]) >= DIAGONAL_PREFERENCE * largest) pivotRow = column;
      const pivot = x[pivotRow];
      uRow[uCount] = k;
      uValue[uCount++] = pivot;
      rowPlace[pivotRow] = k;
      lRow[lCount] = pivotRow;
      lValue[lCount++] = 1;
      for (let p = top; p < size; p++) {
        const row = reached[p];
        if (rowPlace[row] < 0) {
          lRow[lCount] = row;
          lValue[lCount++] = x[row] / pivot;
        }
        // What this column left behind must not be taken for the next one's.
        x[row] = 0;
      }
    }
    lStart[size] = lCount;
    uStart[size] = uCount;
    for (let p = 0; p < lCount; p++) this.lRow[p] = rowPlace[this.lRow[p]];
    this.hasPivots = true;
    return this;
  }

  solveInPlace(b: Float64Array): void {
    const { order, rowPlace, lStart, uStart, lRow, lValue, uRow, uValue, x } = this;
    const { size } = this.pattern;
    for (let i = 0; i < size; i++) x[rowPlace[i]] = b[i];
    for (let k = 0; k < size; k++) {
      for (let p = lStart[k] + 1; p < lStart[k + 1]; p++) x[lRow[p]] -= lValue[p] * x[k];
    }
    for (let k = size - 1; k >= 0; k--) {
      const last = uStart[k + 1] - 1;
      x[k] /= uValue[last];
      for (let p = uStart[k]; p < last; p++) x[uRow[p]] -= uValue[p] * x[k];
    }
    for (let k = 0; k < size; k++) b[order[k]] = x[k];
    x.fill(0);
  }

  /** Rows reached by a column through L, in an order in which each comes before those it acts on; from `top` on. */
  private reach(column: number, stamp: number): number {
    const { colStart, rowIndex, size } = this.pattern;
    let top = size;
    for (let p = colStart[column]; p < colStart[column + 1]; p++) {
      if (this.mark[rowIndex[p]] !== stamp) top = this.descend(rowIndex[p], top, stamp);
    }
    return top;
  }

  private descend(start: number, top: number, stamp: number): number {
    const { mark, rowPlace, lStart, lRow, pathNode, pathNext, reached } = this;
    let depth = 0;
    let above = top;
    pathNode[0] = start;
    mark[start] = stamp;
    pathNext[0] = rowPlace[start] < 0 ? 0 : lStart[rowPlace[start]] + 1;
    while (depth >= 0) {
      const node = pathNode[depth];
      const place = rowPlace[node];
      const end = place < 0 ? 0 : lStart[place + 1];
      let pushed = false;
      for (let p = pathNext[depth]; place >= 0 && p < end; p++) {
        const next = lRow[p];
        if (mark[next] === stamp) continue;
        pathNext[depth] = p + 1;
        depth += 1;
        pathNode[depth] = next;
        mark[next] = stamp;
        pathNext[depth] = rowPlace[next] < 0 ? 0 : lStart[rowPlace[next]] + 1;
        pushed = true;
        break;
      }
      if (pushed) continue;
      depth -= 1;
      above -= 1;
      reached[above] = node;
    }
    return above;
  }

  private reserve(lNeed: number, uNeed: number): void {
    if (lNeed > this.lRow.length) {
      this.lRow = grownInts(this.lRow, lNeed);
      this.lValue = grownFloats(this.lValue, lNeed);
    }
    if (uNeed > this.uRow.length) {
      this.uRow = grownInts(this.uRow, uNeed);
      this.uValue = grownFloats(this.uValue, uNeed);
    }
  }
}

function grownInts(array: Int32Array, need: number): Int32Array {
  const larger = new Int32Array(Math.max(need, 2 * array.length));
  larger.set(array);
  return larger;
}

function grownFloats(array: Float64Array, need: number): Float64Array {
  const larger = new Float64Array(Math.max(need, 2 * array.length));
  larger.set(array);
  return larger;
}
