import { describe, expect, it } from '@jest/globals';
import { chiSquareProbability } from './chi-square.ts';
import { findRoot } from './find-root.ts';
import { nearlyEqual } from './nearly-equal.ts';
import { drawNormal, seededRandom } from './random.ts';

describe('chi-square tail', () => {
  it('is 0.05 at the tabulated critical values (Abramowitz and Stegun, table 26.8)', () => {
    expect(chiSquareProbability(3.84146, 1)).toBeCloseTo(0.05, 5);
    expect(chiSquareProbability(18.307, 10)).toBeCloseTo(0.05, 5);
    expect(chiSquareProbability(43.773, 30)).toBeCloseTo(0.05, 5);
  });

  it('is 1 without freedom', () => {
    expect(chiSquareProbability(5, 0)).toBe(1);
  });
});

describe('root finding', () => {
  it('finds the fixed point of the cosine, 0.7390851332', () => {
    expect(findRoot((x) => Math.cos(x) - x, 0, 1, 1e-13)).toBeCloseTo(0.7390851332, 9);
  });

  it('answers undefined where the signs are alike', () => {
    expect(findRoot((x) => x * x + 1, -1, 1, 1e-9)).toBeUndefined();
  });
});

describe('seeded random', () => {
  it('gives the same numbers for the same seed, and unit variance when normal', () => {
    const a = seededRandom(7);
    const b = seededRandom(7);
    expect([a(), a(), a()]).toEqual([b(), b(), b()]);
    const random = seededRandom(11);
    const draws = Array.from({ length: 20000 }, () => drawNormal(random));
    const mean = draws.reduce((sum, x) => sum + x, 0) / draws.length;
    const variance = draws.reduce((sum, x) => sum + (x - mean) ** 2, 0) / draws.length;
    expect(nearlyEqual(variance, 1, 0.03)).toBe(true);
    expect(Math.abs(mean)).toBeLessThan(0.03);
  });
});
