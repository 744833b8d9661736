import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { readingUncertainty } from '../quantity/index.ts';
import { displayStep, GENERIC_METERS, type Meter, meteredBy, meterSchema, rangeFor, sayMeter } from './index.ts';

const [pocket, bench] = GENERIC_METERS as [Meter, Meter];

describe('a meter by its specification', () => {
  it('ships only legal meters, each with something to say', () => {
    for (const meter of GENERIC_METERS) {
      expect(meterSchema.safeParse(meter)).toMatchObject({ success: true });
      expect(sayMeter(meter)).toMatch(/±/);
    }
  });

  it('0.940 V on a pocket meter: half a per cent and two steps of a millivolt, as a rectangle', () => {
    const { uncertainty, inputOhms } = meteredBy(pocket, 'volts', 0.94, 0.001);
    expect(uncertainty).toBeCloseTo(Math.hypot(0.94 * 0.005 + 2 * 0.001, 0.0005) / Math.sqrt(3), 12);
    expect(inputOhms).toBe(10e6);
  });

  it('a figure typed with fewer digits is only as sure as it was typed', () => {
    expect(meteredBy(bench, 'volts', 5, 1).uncertainty).toBeGreaterThan(0.28);
    expect(meteredBy(bench, 'volts', 5, 0.0001).uncertainty).toBeLessThan(0.002);
  });

  it('takes the range that holds the reading, with its shunt', () => {
    expect(rangeFor(pocket, 'amps', 0.038)?.burdenOhms).toBe(2);
    expect(rangeFor(pocket, 'amps', 2)?.burdenOhms).toBe(0.03);
    expect(meteredBy(pocket, 'amps', 0.038, 1e-5)).toMatchObject({ burdenOhms: 2 });
    expect(rangeFor(pocket, 'lux', 100)).toBeUndefined();
  });

  it('falls back to the usual where no meter is in hand, or it does not read that', () => {
    expect(meteredBy(undefined, 'volts', 0.94, 0.01)).toEqual({ uncertainty: readingUncertainty('volts', 0.94, 0.01) });
    expect(meteredBy(pocket, 'lux', 840, 1)).toEqual({ uncertainty: readingUncertainty('lux', 840, 1) });
  });

  it('never has fewer steps on its display than it can show, nor a vanishing uncertainty', () => {
    fc.assert(
      fc.property(fc.constantFrom(...GENERIC_METERS), fc.double({ min: 1e-6, max: 900, noNaN: true }), (meter, value) => {
        for (const range of meter.ranges) {
          if (range.upTo !== undefined && value > range.upTo) continue;
          expect(value / displayStep(range, value)).toBeLessThanOrEqual((range.counts ?? 4000) + 1e-6);
          const { uncertainty } = meteredBy(meter, range.unit, value, displayStep(range, value));
          const percent = rangeFor(meter, range.unit, value)?.percent ?? Number.NaN;
          expect(uncertainty).toBeGreaterThanOrEqual((value * percent) / 100 / Math.sqrt(3) - 1e-15);
        }
      }),
    );
  });
});

it('a range shows its own last digit above a tenth of it, and finer ones below, as a meter that goes a range down', () => {
  const range = { unit: 'volts', upTo: 20, counts: 2000, percent: 0.5, digits: 3 } as const;
  expect([15, 2.1, 1.9, 0.15].map((value) => displayStep(range, value))).toEqual(
    [0.01, 0.01, 1e-3, 1e-4].map((step) => expect.closeTo(step, 12)),
  );
});
