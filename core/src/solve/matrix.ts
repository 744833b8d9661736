import { DenseLuFactoriser, LdlFactoriser, LdlPattern, SparseLuFactoriser } from '../numeric/index.ts';
import type { Elements } from './unfold.ts';

/** Up to this many unknowns a dense factorisation is quicker than the bookkeeping of a sparse one. */
const DENSE_UP_TO = 36;

/** A square matrix that only the entries announced beforehand can be put into, with its factorisation. */
export interface SystemMatrix {
  /** Entries by position; `at` tells which. Factoring may write over them. */
  readonly values: Float64Array;
  /** Every entry off the diagonal stands for two, on either side of it. */
  readonly isSymmetric: boolean;
  /** The position of an entry; −1 where row or column is ground (−1). */
  at(row: number, column: number): number;
  factor(): void;
  readonly isSingular: boolean;
  readonly singularColumn: number;
  solveInPlace(b: Float64Array): void;
}

/**
 * What makes matrices of a circuit, all of one pattern: symmetric where all that has pins of several kinds, and every
 * branch between two nets, is absent.
 */
export function matricesOf(elements: Elements, size: number): () => SystemMatrix {
  if (elements.blocks.length === 0 && elements.branches.every(({ a, b }) => a < 0 || b < 0)) return symmetricMatrices(elements, size);
  return size <= DENSE_UP_TO ? () => denseMatrix(size) : sparseMatrices(elements, size);
}

/**
 * Conductances alone make a matrix that is symmetric and diagonally dominant. A branch from a net to ground keeps it
 * symmetric; its own row is a held potential or a short, so its net is eliminated first.
 */
function symmetricMatrices(elements: Elements, size: number): () => SystemMatrix {
  const pairs: number[] = [];
  eachPair(elements, (a, b) => {
    if (a >= 0 && b >= 0) pairs.push(a, b);
  });
  for (const { a, b, branch } of elements.branches) if (a >= 0 || b >= 0) pairs.push(a >= 0 ? a : b, branch);
  const pattern = new LdlPattern(
    size,
    pairs,
    elements.branches.map(({ branch }) => branch),
  );
  return () => {
    const ldl = new LdlFactoriser(pattern);
    return backedBy(ldl, ldl.values, (row, column) => pattern.at(row, column), true);
  };
}

function denseMatrix(size: number): SystemMatrix {
  const values = new Float64Array(size * size);
  return backedBy(new DenseLuFactoriser(size), values, (row, column) => row * size + column, false);
}

function sparseMatrices(elements: Elements, size: number): () => SystemMatrix {
  const rowsOf = Array.from({ length: size }, () => new Set<number>());
  const put = (row: number, column: number) => {
    if (row >= 0 && column >= 0) rowsOf[column].add(row);
  };
  for (let node = 0; node < elements.nodes; node++) put(node, node);
  eachPair(elements, (a, b) => {
    put(a, b);
    put(b, a);
  });
  for (const { a, b, branch } of elements.branches) {
    for (const node of [a, b]) {
      put(node, branch);
      put(branch, node);
    }
    put(branch, branch);
  }
  for (const { terminals } of elements.blocks) for (const row of terminals) for (const column of terminals) put(row, column);
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
  const rows = Int32Array.from(rowIndex);
  return () => {
    const lu = new SparseLuFactoriser({ size, colStart, rowIndex: rows });
    return backedBy(lu, new Float64Array(rows.length), (row, column) => placeOf.get(row * size + column) ?? -1, false);
  };
}

/** Every two nodes that a conductance may lie between. */
function eachPair({ resistances, capacitances, curves, blockPaths }: Elements, take: (a: number, b: number) => void): void {
  for (const pairs of [resistances, capacitances, curves, blockPaths]) for (const { a, b } of pairs) take(a, b);
}

interface Factoriser {
  readonly isSingular: boolean;
  readonly singularColumn: number;
  factor(values: Float64Array): unknown;
  solveInPlace(b: Float64Array): void;
}

/** @param placeOf where an entry stands that is of no ground */
function backedBy(
  factoriser: Factoriser,
  values: Float64Array,
  placeOf: (row: number, column: number) => number,
  isSymmetric: boolean,
): SystemMatrix {
  return {
    values,
    isSymmetric,
    at: (row, column) => (row < 0 || column < 0 ? -1 : placeOf(row, column)),
    factor: () => void factoriser.factor(values),
    get isSingular() {
      return factoriser.isSingular;
    },
    get singularColumn() {
      return factoriser.singularColumn;
    },
    solveInPlace: (b) => factoriser.solveInPlace(b),
  };
}
