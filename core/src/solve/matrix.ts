import { DenseLuFactoriser, SparseLuFactoriser } from '../numeric/index.ts';

/** Up to this many unknowns a dense factorisation is quicker than the bookkeeping of a sparse one. */
const DENSE_UP_TO = 36;

/** A square matrix that only the entries announced beforehand can be put into, with its factorisation. */
export interface SystemMatrix {
  /** Entries by position; `at` tells which. */
  readonly values: Float64Array;
  /** The position of an entry; −1 where row or column is ground (−1). */
  at(row: number, column: number): number;
  factor(): void;
  readonly isSingular: boolean;
  readonly singularColumn: number;
  solveInPlace(b: Float64Array): void;
}

/** @param entries gives row, column, row, column … of everything that may differ from zero; repeats do no harm */
export function createMatrix(size: number, entries: () => readonly number[]): SystemMatrix {
  return size <= DENSE_UP_TO ? denseMatrix(size) : sparseMatrix(size, entries());
}

function denseMatrix(size: number): SystemMatrix {
  const values = new Float64Array(size * size);
  const lu = new DenseLuFactoriser(size);
  return backedBy(lu, values, (row, column) => row * size + column);
}

function sparseMatrix(size: number, entries: readonly number[]): SystemMatrix {
  const rowsOf = Array.from({ length: size }, () => new Set<number>());
  for (let i = 0; i < entries.length; i += 2) {
    if (entries[i] >= 0 && entries[i + 1] >= 0) rowsOf[entries[i + 1]].add(entries[i]);
  }
  const colStart = new Int32Array(size + 1);
  const rowIndex: number[] = [];
  const placeOf = new Map<number, number>();
  rowsOf.forEach((rows, column) => {
    for (const row of [...rows].sort((a, b) => a - b)) {
      placeOf.set(row * size + column, rowIndex.length);
      rowIndex.push(row);
    }
    colStart[column + 1] = rowIndex.length;
  });
  const values = new Float64Array(rowIndex.length);
  const lu = new SparseLuFactoriser({ size, colStart, rowIndex: Int32Array.from(rowIndex) });
  return backedBy(lu, values, (row, column) => placeOf.get(row * size + column) ?? -1);
}

/** @param placeOf where an entry stands that is of no ground */
function backedBy(
  lu: DenseLuFactoriser | SparseLuFactoriser,
  values: Float64Array,
  placeOf: (row: number, column: number) => number,
): SystemMatrix {
  return {
    values,
    at: (row, column) => (row < 0 || column < 0 ? -1 : placeOf(row, column)),
    factor: () => void lu.factor(values),
    get isSingular() {
      return lu.isSingular;
    },
    get singularColumn() {
      return lu.singularColumn;
    },
    solveInPlace: (b) => lu.solveInPlace(b),
  };
}
