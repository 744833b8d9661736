import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { DenseLuFactoriser } from './dense-lu.ts';

describe('dense LU', () => {
  it('solves a system that needs a row exchange', () => {
    const lu = new DenseLuFactoriser(3).factor(new Float64Array([0, 2, 1, 1, 1, 1, 2, 0, 3]));
    const b = new Float64Array([7, 6, 11]);
    lu.solveInPlace(b);
    expect(lu.isSingular).toBe(false);
    expect(Array.from(b, (x) => x.toFixed(9))).toEqual(['1.000000000', '2.000000000', '3.000000000']);
  });

  it('says which column of a singular matrix has no pivot', () => {
    const lu = new DenseLuFactoriser(2).factor(new Float64Array([1, 2, 2, 4]));
    expect(lu.isSingular).toBe(true);
    expect(lu.singularColumn).toBe(1);
  });

  it('solves a random system and its transpose to the residual', () => {
    const entry = fc.double({ min: -5, max: 5, noNaN: true });
    fc.assert(
      fc.property(fc.array(entry, { minLength: 20, maxLength: 20 }), (list) => {
        const matrix = new Float64Array(list.slice(0, 16));
        for (let i = 0; i < 4; i++) matrix[i * 5] += 25;
        const b = new Float64Array(list.slice(16));
        const lu = new DenseLuFactoriser(4).factor(matrix);
        const x = b.slice();
        lu.solveInPlace(x);
        const y = b.slice();
        lu.solveTransposedInPlace(y);
        for (let i = 0; i < 4; i++) {
          let straight = 0;
          let transposed = 0;
          for (let j = 0; j < 4; j++) {
            straight += matrix[i * 4 + j] * x[j];
            transposed += matrix[j * 4 + i] * y[j];
          }
          expect(straight).toBeCloseTo(b[i], 9);
          expect(transposed).toBeCloseTo(b[i], 9);
        }
      }),
    );
  });
});
