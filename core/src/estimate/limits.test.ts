import { describe, expect, it } from '@jest/globals';
import { drawnLimits, type Posterior, profiledLimits } from './limits.ts';

/** Two unknowns whose covariance is known, and a figure of them. */
function posterior(
  figure: (a: number, b: number) => number,
  gradient: [number, number],
  cost?: (a: number, b: number) => number,
): Posterior {
  // The inverse of the covariance [[1, 0.6], [0.6, 1]].
  const [p, q] = [1 / 0.64, -0.6 / 0.64];
  const straight = (a: number, b: number) => p * a * a + 2 * q * a * b + p * b * b;
  return {
    normal: Float64Array.of(p, q, q, p),
    gradient: Float64Array.of(...gradient),
    at: (away) => ({ value: figure(away[0] ?? 0, away[1] ?? 0), costlier: (cost ?? straight)(away[0] ?? 0, away[1] ?? 0) }),
  };
}

describe('limits', () => {
  it('of a straight figure are 1.96 standard deviations to either side, by draws and along the line', () => {
    // var(a + 2b) = 1 + 4 + 2·2·0.6
    const deviation = Math.sqrt(7.4);
    const straight = posterior((a, b) => 10 + a + 2 * b, [1, 2]);
    const profiled = profiledLimits(straight);
    expect(profiled?.high).toBeCloseTo(10 + 1.96 * deviation, 6);
    expect(profiled?.low).toBeCloseTo(10 - 1.96 * deviation, 6);
    const drawn = drawnLimits(straight);
    // A quantile of 600 draws has a standard error of some 5 %; the next usual ones, 90 and 99 %, are 16 and 31 % away.
    expect(Math.abs(((drawn?.high ?? 0) - 10) / (1.96 * deviation) - 1)).toBeLessThan(0.1);
    expect(Math.abs((10 - (drawn?.low ?? 0)) / (1.96 * deviation) - 1)).toBeLessThan(0.1);
  });

  it('of a figure that bends are the bent ones: of an exponential, the exponential of those of its argument', () => {
    const bent = posterior((a, b) => Math.exp(0.2 * (a + 2 * b)), [0.2, 0.4]);
    const deviation = 0.2 * Math.sqrt(7.4);
    const limits = profiledLimits(bent);
    expect(limits?.high).toBeCloseTo(Math.exp(1.96 * deviation), 6);
    expect(limits?.low).toBeCloseTo(Math.exp(-1.96 * deviation), 6);
  });

  it('stop where chi-square has risen by what 95 % allow, when it rises faster on one side', () => {
    const wall = (a: number, b: number) => (a + b > 0 ? 4 : 1) * (a * a + b * b);
    const limits = profiledLimits({
      ...posterior((a, b) => a + b, [1, 1], wall),
      normal: Float64Array.of(1, 0, 0, 1),
    });
    expect(limits?.low).toBeCloseTo(-1.96 * Math.SQRT2, 2);
    expect(limits?.high).toBeCloseTo((1.96 * Math.SQRT2) / 2, 2);
  });

  it('are nearer where nothing further out has a solution, and none where nothing has', () => {
    const edge = posterior((a, b) => a + b, [1, 1]);
    const closed: Posterior = { ...edge, at: (away) => ((away[0] ?? 0) > 1 ? undefined : edge.at(away)) };
    expect(profiledLimits(closed)?.high).toBeLessThan(2.2);
    expect(profiledLimits({ ...edge, at: () => undefined })).toBeUndefined();
  });

  it('hold the most likely value between them, where it leaps up to both sides', () => {
    const leaps = posterior((a, b) => (Math.abs(a + b) > 0.5 ? 12 : 0.03), [0.01, 0.01]);
    expect(profiledLimits(leaps)).toEqual({ low: 0.03, high: 12 });
  });

  it('of what does not depend on anything unknown are the figure itself', () => {
    expect(profiledLimits(posterior(() => 3, [0, 0]))).toEqual({ low: 3, high: 3 });
  });
});
