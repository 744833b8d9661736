import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { cholesky, seededRandom, solveTransposedTriangle } from './index.ts';

describe('Cholesky', () => {
  it('L·Lᵀ is the matrix again, and the triangle is solved backwards', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 1, max: 8 }), (seed, size) => {
        const random = seededRandom(seed);
        const b = Float64Array.from({ length: size * size }, () => random() - 0.5);
        const matrix = new Float64Array(size * size);
        for (let i = 0; i < size; i++)
          for (let j = 0; j < size; j++) {
            matrix[i * size + j] = i === j ? 1 : 0;
            for (let k = 0; k < size; k++) matrix[i * size + j] += b[i * size + k] * b[j * size + k];
          }
        const lower = cholesky(matrix, size) as Float64Array;
        const x = Float64Array.from({ length: size }, () => random());
        const right = Float64Array.from(x, (_, i) => x.reduce((sum, value, k) => sum + (lower[k * size + i] as number) * value, 0));
        solveTransposedTriangle(lower, size, right);
        for (let i = 0; i < size; i++) {
          expect(right[i]).toBeCloseTo(x[i] as number, 8);
          for (let j = 0; j < size; j++) {
            let sum = 0;
            for (let k = 0; k < size; k++) sum += (lower[i * size + k] as number) * (lower[j * size + k] as number);
            expect(sum).toBeCloseTo(matrix[i * size + j] as number, 9);
          }
        }
      }),
    );
  });

  it('is none of a matrix that is not positive definite', () => {
    expect(cholesky(Float64Array.from([1, 2, 2, 1]), 2)).toBeUndefined();
  });
});
