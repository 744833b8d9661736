import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { completeInLine, type InLineFigures } from './index.ts';

const exact = (value: number) => ({ value, uncertainty: Math.abs(value) * 1e-9 });
const FIELDS = ['volts', 'amps', 'watts', 'voltAmps', 'powerFactor'] as const;

describe('an in-line reading of mains', () => {
  it('231 V, 38 mA and 5.1 W are 8.78 VA at a power factor of 0.581', () => {
    const { figures, derived, clash } = completeInLine({ volts: exact(231), amps: exact(0.038), watts: exact(5.1) }, true);
    expect(derived).toEqual(['voltAmps', 'powerFactor']);
    expect(figures.voltAmps?.value).toBeCloseTo(8.778, 6);
    expect(figures.powerFactor?.value).toBeCloseTo(5.1 / 8.778, 6);
    expect(clash).toBeUndefined();
  });

  it('volts and amps alone give no watts, but what they can lie between', () => {
    const { figures, wattsBetween } = completeInLine({ volts: exact(230), amps: exact(0.1) }, true);
    expect(figures.watts).toBeUndefined();
    expect(wattsBetween).toMatchObject({ low: expect.closeTo(4.6, 6), high: expect.closeTo(23, 6) });
    expect(wattsBetween?.text).toContain('volts × amps is not watts');
  });

  it.each([
    ['more watts than volt-amps', { volts: exact(230), amps: exact(0.02), watts: exact(9) }, 'more than'],
    ['a power factor above 1', { powerFactor: exact(1.2) }, 'cannot be'],
    ['three that do not multiply', { voltAmps: exact(10), powerFactor: exact(0.5), watts: exact(8) }, 'misread'],
    ['volt-amps that are not the product', { volts: exact(230), amps: exact(0.1), voltAmps: exact(10) }, 'misread'],
  ])('%s are called out', (_, read, words) => {
    expect(completeInLine(read, true).clash).toContain(words);
  });

  it('whichever three of five determine the rest, the rest is the same; never a power factor above 1', () => {
    const truth = fc.record({
      volts: fc.double({ min: 90, max: 260, noNaN: true }),
      amps: fc.double({ min: 0.005, max: 5, noNaN: true }),
      factor: fc.double({ min: 0.1, max: 1, noNaN: true }),
    });
    fc.assert(
      fc.property(truth, fc.subarray([...FIELDS], { minLength: 2 }), ({ volts, amps, factor }, known) => {
        const whole = { volts, amps, watts: volts * amps * factor, voltAmps: volts * amps, powerFactor: factor };
        const read = Object.fromEntries(known.map((field) => [field, exact(whole[field])])) as InLineFigures;
        const { figures, clash } = completeInLine(read, true);
        expect(clash).toBeUndefined();
        for (const field of FIELDS) {
          const value = figures[field]?.value;
          if (value !== undefined) expect(Math.abs(value / whole[field] - 1)).toBeLessThan(1e-6);
        }
        expect(figures.powerFactor?.value ?? 0).toBeLessThanOrEqual(1 + 1e-9);
        if (figures.watts && figures.voltAmps) expect(figures.watts.value).toBeLessThanOrEqual(figures.voltAmps.value * (1 + 1e-9));
      }),
      { numRuns: 300, seed: 11 },
    );
  });
});

describe('an in-line reading of direct current', () => {
  it('volts × amps are watts, and a third that differs clashes', () => {
    expect(completeInLine({ volts: exact(5), amps: exact(0.2) }, false).figures.watts?.value).toBeCloseTo(1, 9);
    expect(completeInLine({ volts: exact(5), amps: exact(0.2), watts: exact(2) }, false).clash).toContain('On direct current');
  });
});
