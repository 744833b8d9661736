import { describe, expect, it } from '@jest/globals';
import { DenseLuFactoriser } from './dense-lu.ts';
import type { MatrixPattern } from './matrix-pattern.ts';
import { seededRandom } from './random.ts';
import { SparseLuFactoriser } from './sparse-lu.ts';

/** A random sparse matrix in both layouts; some diagonals are zero, as the branch rows of a circuit have. */
function randomMatrix(size: number, seed: number): { pattern: MatrixPattern; values: Float64Array; dense: Float64Array } {
  const random = seededRandom(seed);
  const dense = new Float64Array(size * size);
  for (let i = 0; i < size; i++) {
    const j = random() < 0.5 ? (i + 1) % size : (i + 1 + Math.floor(random() * (size - 1))) % size;
    dense[i * size + j] += 1 + random();
    dense[j * size + i] += 1 + random();
    if (i % 4 !== 0 || size === 2) dense[i * size + i] = 6 + random();
  }
  const colStart = new Int32Array(size + 1);
  const rows: number[] = [];
  const values: number[] = [];
  for (let j = 0; j < size; j++) {
    for (let i = 0; i < size; i++) {
      if (dense[i * size + j] === 0) continue;
      rows.push(i);
      values.push(dense[i * size + j]);
    }
    colStart[j + 1] = rows.length;
  }
  return { pattern: { size, colStart, rowIndex: Int32Array.from(rows) }, values: Float64Array.from(values), dense };
}

describe('sparse LU', () => {
  it.each([2, 5, 20, 60, 150])('solves what the dense factoriser solves, size %d, zero diagonals and all', (size) => {
    let solved = 0;
    for (let seed = 1; seed <= 10; seed++) {
      const { pattern, values, dense } = randomMatrix(size, seed * 7919);
      const reference = new DenseLuFactoriser(size).factor(dense);
      const sparse = new SparseLuFactoriser(pattern);
      sparse.factor(values);
      // A draw may be singular by its very structure.
      if (reference.isSingular || sparse.isSingular) continue;
      solved += 1;
      const random = seededRandom(seed);
      const b = Float64Array.from({ length: size }, () => random() - 0.5);
      const one = b.slice();
      reference.solveInPlace(one);
      // Factoring again must not remember the first time.
      sparse.factor(values);
      const two = b.slice();
      sparse.solveInPlace(two);
      for (let i = 0; i < size; i++) expect(two[i]).toBeCloseTo(one[i], 8);
    }
    expect(solved).toBeGreaterThan(2);
  });

  it('says which column of a singular matrix has no pivot', () => {
    const pattern = { size: 2, colStart: new Int32Array([0, 2, 4]), rowIndex: new Int32Array([0, 1, 0, 1]) };
    expect(new SparseLuFactoriser(pattern).factor(new Float64Array([1, 2, 2, 4])).isSingular).toBe(true);
  });
});
