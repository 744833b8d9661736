import { describe, expect, it } from '@jest/globals';
import { leftNullVectors, solveLeastChange } from './null-space.ts';
import { seededRandom } from './random.ts';

describe('left null vectors', () => {
  it('of a regular matrix are none', () => {
    expect(leftNullVectors(new Float64Array([2, 1, 0, 3]), 2, 1e-9)).toEqual([]);
  });

  it('of a matrix whose rows depend are what they depend by', () => {
    // Row 3 = row 1 + row 2, so w ∝ (1, 1, −1).
    const matrix = new Float64Array([1, 2, 3, 4, 0, 6, 5, 2, 9]);
    const [w, ...more] = leftNullVectors(matrix, 3, 1e-9);
    expect(more).toEqual([]);
    expect(Math.abs((w?.[0] ?? 0) / (w?.[2] ?? 1))).toBeCloseTo(1, 9);
    for (let j = 0; j < 3; j++) {
      expect([0, 1, 2].reduce((sum, i) => sum + (w?.[i] ?? 0) * (matrix[i * 3 + j] ?? 0), 0)).toBeCloseTo(0, 9);
    }
  });

  it('tells a slow direction from a preserved one', () => {
    expect(leftNullVectors(new Float64Array([1, 0, 0, 1e-6]), 2, 1e-8)).toHaveLength(0);
    expect(leftNullVectors(new Float64Array([1, 0, 0, 1e-10]), 2, 1e-8)).toHaveLength(1);
  });
});

describe('the least change', () => {
  it('solves a singular system and leaves what is preserved alone', () => {
    // Two stores that exchange charge: what one loses the other gains, and their sum stays.
    const matrix = new Float64Array([0.5, -0.5, -0.5, 0.5]);
    const leftNull = leftNullVectors(matrix, 2, 1e-9);
    const change = solveLeastChange(matrix, new Float64Array([1, -1]), leftNull);
    expect(change?.[0]).toBeCloseTo(1, 9);
    expect(change?.[1]).toBeCloseTo(-1, 9);
  });

  it('of a regular system is its solution', () => {
    const random = seededRandom(5);
    const matrix = Float64Array.from({ length: 16 }, (_, index) => random() + (index % 5 === 0 ? 3 : 0));
    const x = [1, -2, 3, 0.5];
    const b = Float64Array.from({ length: 4 }, (_, i) => x.reduce((sum, value, j) => sum + (matrix[i * 4 + j] ?? 0) * value, 0));
    expect(Array.from(solveLeastChange(matrix, b, []) ?? [], (value) => Number(value.toFixed(9)))).toEqual(x);
  });
});
