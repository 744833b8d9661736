import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { OmegaSeries, wrightOmega } from './wright-omega.ts';

describe("Wright's omega", () => {
  it('is 1 at z = 1 and the omega constant 0.5671432904 at z = 0 (OEIS A030178)', () => {
    expect(wrightOmega(1)).toBeCloseTo(1, 14);
    expect(wrightOmega(0)).toBeCloseTo(0.567143290409784, 13);
  });

  it('satisfies w + ln w = z from -40 to 1e6', () => {
    fc.assert(
      fc.property(fc.oneof(fc.double({ min: -40, max: 40, noNaN: true }), fc.double({ min: 40, max: 1e6, noNaN: true })), (z) => {
        const w = wrightOmega(z);
        expect(Math.abs(w + Math.log(w) - z)).toBeLessThan(1e-11 * Math.max(1, Math.abs(z)));
      }),
    );
  });

  it('found beside one place after another is the same to 1e-11', () => {
    const z = fc.double({ min: -30, max: 200, noNaN: true });
    const steps = fc.array(fc.oneof(fc.double({ min: -0.08, max: 0.08, noNaN: true }), fc.double({ min: -2, max: 2, noNaN: true })), {
      minLength: 1,
      maxLength: 12,
    });
    fc.assert(
      fc.property(z, steps, (from, moves) => {
        const series = new OmegaSeries();
        let at = from;
        for (const move of [0, ...moves]) {
          at += move;
          expect(Math.abs(series.at(at) / wrightOmega(at) - 1)).toBeLessThan(1e-11);
        }
      }),
    );
  });
});
