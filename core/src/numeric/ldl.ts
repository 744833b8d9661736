import { newFloats, newInts } from './new-array.ts';

/**
 * Where a sparse symmetric matrix may differ from zero, and the order of its pivots with it: by least degree (Tinney and
 * Walker, Proc. IEEE 55, 1967, scheme 2). It holds no value, so any number of matrices share one.
 */
export class LdlPattern {
  /** Rows in the order of elimination, and when each one's turn is. */
  readonly order: Int32Array;
  private readonly turn: Int32Array;
  /** By turn: where the entries below a pivot begin among all that are off the diagonal. */
  readonly starts: Int32Array;
  /** Of each entry off the diagonal, in that order: its row, and the row of its pivot. */
  readonly rows: Int32Array;
  readonly pivots: Int32Array;
  /** By turn, for each pair of those entries in order: which value the elimination changes. */
  readonly targets: Int32Array;

  /**
   * @param pairs row, column, row, column … of everything off the diagonal that may differ from zero, on one side of it at
   * least; repeats do no harm
   * @param waits rows without a diagonal of their own: each has one neighbour at least that is eliminated before it
   */
  constructor(
    readonly size: number,
    pairs: readonly number[],
    waits: readonly number[] = [],
  ) {
    const { order, below } = eliminationOf(size, pairs, waits);
    this.order = order;
    this.turn = newInts(size);
    for (let k = 0; k < size; k++) this.turn[order[k]] = k;
    this.starts = newInts(size + 1);
    let [entries, changes] = [0, 0];
    for (let k = 0; k < size; k++) {
      const { length } = below[k];
      entries += length;
      changes += (length * (length + 1)) / 2;
      this.starts[k + 1] = entries;
    }
    this.rows = newInts(entries);
    this.pivots = newInts(entries);
    for (let k = 0, at = 0; k < size; k++) {
      for (const row of below[k]) {
        this.rows[at] = row;
        this.pivots[at++] = order[k];
      }
    }
    this.targets = newInts(changes);
    for (let k = 0, at = 0; k < size; k++) {
      const rows = below[k];
      for (let i = 0; i < rows.length; i++) for (let j = i; j < rows.length; j++) this.targets[at++] = this.at(rows[i], rows[j]);
    }
  }

  /** Where the entry of a row and a column, and of that column and row, stands among the values; −1 where it is always zero. */
  at(row: number, column: number): number {
    if (row === column) return row;
    const { turn, starts, rows } = this;
    const [first, second] = turn[row] < turn[column] ? [row, column] : [column, row];
    for (let p = starts[turn[first]]; p < starts[turn[first] + 1]; p++) if (rows[p] === second) return this.size + p;
    return -1;
  }
}

/**
 * L·D·Lᵀ of sparse symmetric matrices of one pattern (Duff, Erisman and Reid, Direct Methods for Sparse Matrices, 2nd ed.
 * 2017, ch. 4 and 10). Nothing is exchanged while factoring, so it is for matrices whose pivots cannot vanish in any order:
 * diagonally dominant ones, and with them rows that hold a value, once what they hold is eliminated.
 */
export class LdlFactoriser {
  /** Diagonal by row, then what is off it: to be filled in before each factorisation, which takes its place. */
  readonly values: Float64Array;
  isSingular = false;
  singularColumn = -1;

  constructor(readonly pattern: LdlPattern) {
    this.values = newFloats(pattern.size + pattern.rows.length);
  }

  factor(): this {
    const { values } = this;
    const { size, order, starts, targets } = this.pattern;
    this.isSingular = false;
    this.singularColumn = -1;
    let target = 0;
    for (let k = 0; k < size; k++) {
      const row = order[k];
      const inverse = 1 / values[row];
      // Neither nothing nor beyond all bounds.
      if (!(inverse < Number.POSITIVE_INFINITY && inverse > Number.NEGATIVE_INFINITY && inverse !== 0)) {
        this.isSingular = true;
        this.singularColumn = row;
        return this;
      }
      values[row] = inverse;
      const begin = size + starts[k];
      const end = size + starts[k + 1];
      for (let p = begin; p < end; p++) {
        const value = values[p];
        const share = value * inverse;
        for (let q = p; q < end; q++) values[targets[target++]] -= share * values[q];
        values[p] = share;
      }
    }
    return this;
  }

  /** Solves A·x = b, writing x over `b` (length n). Meaningless when singular. */
  solveInPlace(b: Float64Array): void {
    const { values } = this;
    const { size, rows, pivots } = this.pattern;
    for (let p = 0; p < rows.length; p++) b[rows[p]] -= values[size + p] * b[pivots[p]];
    for (let row = 0; row < size; row++) b[row] *= values[row];
    for (let p = rows.length - 1; p >= 0; p--) b[pivots[p]] -= values[size + p] * b[rows[p]];
  }
}

/** Which row is eliminated when, and the rows that its pivot then has entries with. */
interface Elimination {
  readonly order: Int32Array;
  readonly below: readonly (readonly number[])[];
}

/** Always the row with the fewest neighbours left, on the elimination graph itself: circuits are sparse, so the lists stay short. */
function eliminationOf(size: number, pairs: readonly number[], waits: readonly number[]): Elimination {
  const around: number[][] = [];
  for (let row = 0; row < size; row++) around.push([]);
  const isJoined = (a: number, b: number) => (around[a].length < around[b].length ? around[a].includes(b) : around[b].includes(a));
  const join = (a: number, b: number) => {
    if (a === b || isJoined(a, b)) return;
    around[a].push(b);
    around[b].push(a);
  };
  for (let i = 0; i < pairs.length; i += 2) join(pairs[i], pairs[i + 1]);
  const waiting = new Set(waits);
  const rows = new RowsByDegree(size);
  for (let row = size - 1; row >= 0; row--) if (!waiting.has(row)) rows.put(row, around[row].length);
  const order = newInts(size);
  const below: number[][] = [];
  for (let k = 0; k < size; k++) {
    let row = rows.takeLeast();
    if (row < 0) {
      // Only rows are left that wait for nothing that is there: such a matrix is singular, and any order shows it.
      row = waiting.values().next().value as number;
      waiting.delete(row);
    }
    order[k] = row;
    const left = around[row];
    below.push(left);
    for (const other of left) {
      const list = around[other];
      list[list.indexOf(row)] = list[list.length - 1];
      list.pop();
    }
    for (let i = 1; i < left.length; i++) for (let j = 0; j < i; j++) join(left[i], left[j]);
    for (const other of left) {
      waiting.delete(other);
      rows.put(other, around[other].length);
    }
  }
  return { order, below };
}

/** Rows by how many neighbours each has: in doubly linked lists, one a degree. */
class RowsByDegree {
  private readonly first: number[];
  private readonly next: number[];
  private readonly previous: number[];
  /** −1 of what is in no list. */
  private readonly degree: number[];
  private least = 0;

  constructor(private readonly size: number) {
    this.first = new Array<number>(size + 1).fill(-1);
    this.next = new Array<number>(size).fill(-1);
    this.previous = new Array<number>(size).fill(-1);
    this.degree = new Array<number>(size).fill(-1);
  }

  /** Puts a row where its degree has its place, wherever it was. */
  put(row: number, degree: number): void {
    if (this.degree[row] === degree) return;
    this.remove(row);
    const { first, next, previous } = this;
    const after = first[degree];
    next[row] = after;
    if (after >= 0) previous[after] = row;
    previous[row] = -1;
    first[degree] = row;
    this.degree[row] = degree;
    if (degree < this.least) this.least = degree;
  }

  /** Takes out the row with the least degree; −1 where none is left. */
  takeLeast(): number {
    while (this.least < this.size && this.first[this.least] < 0) this.least += 1;
    const row = this.first[this.least];
    if (row >= 0) this.remove(row);
    return row;
  }

  private remove(row: number): void {
    const degree = this.degree[row];
    if (degree < 0) return;
    const { first, next, previous } = this;
    const [before, after] = [previous[row], next[row]];
    if (before >= 0) next[before] = after;
    else first[degree] = after;
    if (after >= 0) previous[after] = before;
    this.degree[row] = -1;
  }
}
