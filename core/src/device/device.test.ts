import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  CHEMISTRIES,
  chipVoltsAt,
  fitChip,
  JunctionLaw,
  LED_COLOUR_NAMES,
  LED_COLOURS,
  PART_KINDS,
  partSchema,
  THERMAL_VOLTS,
  typicalCell,
  typicalChip,
} from './index.ts';

const out = { amps: 0, siemens: 0 };
const plain = { shiftVolts: 0, breakdownOhms: 1 };

describe('chip law', () => {
  it('obeys I = Is·(exp((V − I·Rs)/(n·Vt)) − 1) from reverse to far above rating', () => {
    const model = { saturationAmps: 3e-15, emission: 2.1, seriesOhms: 7 };
    const law = new JunctionLaw(model, plain);
    fc.assert(
      fc.property(fc.double({ min: -5, max: 6, noNaN: true }), (volts) => {
        law.evaluate(volts, out);
        const right = model.saturationAmps * Math.expm1((volts - out.amps * model.seriesOhms) / (model.emission * THERMAL_VOLTS));
        expect(Math.abs(right - out.amps)).toBeLessThan(1e-9 * Math.abs(out.amps) + 1e-22);
      }),
    );
  });

  it('gives its slope as the derivative of its current', () => {
    const law = new JunctionLaw(typicalChip('white'), plain);
    for (const volts of [2.4, 2.9, 3.1, 3.6]) {
      law.evaluate(volts + 1e-6, out);
      const above = out.amps;
      law.evaluate(volts - 1e-6, out);
      const below = out.amps;
      law.evaluate(volts, out);
      expect(out.siemens / ((above - below) / 2e-6)).toBeCloseTo(1, 5);
    }
  });

  it('breaks down in reverse where it says so', () => {
    new JunctionLaw(typicalChip('red'), { ...plain, breakdownVolts: 5, breakdownOhms: 2 }).evaluate(-7, out);
    expect(out.amps).toBeCloseTo(-1, 6);
  });
});

describe('chip fit', () => {
  it.each(LED_COLOUR_NAMES)('typical %s passes through its own point', (colour) => {
    const { atAmps, volts } = LED_COLOURS[colour];
    expect(chipVoltsAt(typicalChip(colour), atAmps)).toBeCloseTo(volts, 9);
  });

  it('of one or two points passes through them', () => {
    for (const points of [
      [[0.03, 3.02]],
      [
        [0.005, 2.75],
        [0.06, 3.2],
      ],
    ] as [number, number][][]) {
      const { model, misfitVolts } = fitChip(points);
      expect(misfitVolts).toBeLessThan(1e-6);
      for (const [amps, volts] of points) expect(chipVoltsAt(model, amps)).toBeCloseTo(volts, 6);
    }
  });

  it('of many points recovers the model they were taken from', () => {
    const model = { saturationAmps: 2e-16, emission: 2.3, seriesOhms: 4.5 };
    const points = [0.001, 0.003, 0.01, 0.03, 0.1].map((amps) => [amps, chipVoltsAt(model, amps)] as const);
    const fit = fitChip(points);
    expect(fit.model.emission).toBeCloseTo(2.3, 6);
    expect(fit.model.seriesOhms).toBeCloseTo(4.5, 6);
    expect(fit.misfitVolts).toBeLessThan(1e-9);
  });

  it('stays within 1 ≤ n ≤ 8 and Rs ≥ 0 whatever the points', () => {
    const point = fc.tuple(fc.double({ min: 1e-4, max: 1, noNaN: true }), fc.double({ min: 1.2, max: 4, noNaN: true }));
    fc.assert(
      fc.property(fc.array(point, { minLength: 1, maxLength: 6 }), (points) => {
        const { model } = fitChip(points);
        expect(model.emission).toBeGreaterThanOrEqual(1 - 1e-9);
        expect(model.emission).toBeLessThanOrEqual(8 + 1e-9);
        expect(model.seriesOhms).toBeGreaterThanOrEqual(0);
        expect(model.saturationAmps).toBeGreaterThan(0);
      }),
    );
  });
});

describe('cells', () => {
  it.each(CHEMISTRIES)('%s falls in volts and rises in ohms as it empties', (chemistry) => {
    let last = typicalCell(chemistry, undefined, 1);
    for (let charge = 0.95; charge >= 0; charge -= 0.05) {
      const cell = typicalCell(chemistry, undefined, charge);
      expect(cell.openVolts).toBeLessThanOrEqual(last.openVolts);
      expect(cell.ohms).toBeGreaterThanOrEqual(last.ohms);
      last = cell;
    }
  });
});

describe('part schema', () => {
  it('has a kind for every registered device', () => {
    expect(partSchema.options).toHaveLength(PART_KINDS.length);
  });

  it('wants a chemistry, or open volts and ohms, of a battery', () => {
    const pins = ['a', 'b'];
    expect(partSchema.safeParse({ ref: 'B1', kind: 'battery', pins }).success).toBe(false);
    expect(partSchema.safeParse({ ref: 'B1', kind: 'battery', pins, openVolts: 3, cellOhms: 1 }).success).toBe(true);
  });
});
