import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  coarsestSeries,
  divide,
  formatEngineering,
  formatSignificant,
  formatUncertain,
  isAmbiguousThousand,
  nearestPreferred,
  parseQuantity,
  preferredAbove,
  preferredBelow,
  preferredBetween,
  preferredMantissas,
  readingUncertainty,
  THIN_SPACE,
  withTolerance,
} from './index.ts';

describe('parseQuantity', () => {
  it.each([
    ['6k8', 6800, undefined],
    ['2R2', 2.2, 'ohms'],
    ['330n', 330e-9, undefined],
    ['0.68uF', 0.68e-6, 'farads'],
    ['1.2 kΩ', 1200, 'ohms'],
    ['350mA', 0.35, 'amps'],
    ['350ma', 0.35, 'amps'],
    ['0,94v', 0.94, 'volts'],
    ['3V3', 3.3, 'volts'],
    ['1M', 1e6, undefined],
    ['68.1r', 68.1, 'ohms'],
    ['180 lm', 180, 'lumens'],
    ['61c', 61, 'celsius'],
    ['-.5v', -0.5, 'volts'],
    ['2500mAh', 2.5, 'ampHours'],
    ['4k7ohm', 4700, 'ohms'],
    ['1.5kHz', 1500, 'hertz'],
    ['1/4w', 0.25, 'watts'],
    ['1/8 W', 0.125, 'watts'],
  ])('reads %s', (text, value, unit) => {
    const parsed = parseQuantity(text);
    expect(parsed?.value).toBe(value);
    expect(parsed?.unit).toBe(unit);
  });

  it.each(['', 'v', '1.2.3', '5 bananas', '--3v', '3vv', '6k8k', 'NaN', '1e999999x', '1/4', '1/0w', '1/4v'])('declines %j', (text) => {
    expect(parseQuantity(text)).toBeUndefined();
  });

  it('knows what one step of the last digit is worth', () => {
    expect(parseQuantity('0.94v')?.resolution).toBeCloseTo(0.01, 12);
    expect(parseQuantity('38.2ma')?.resolution).toBeCloseTo(1e-4, 12);
    expect(parseQuantity('6k8')?.resolution).toBeCloseTo(100, 9);
  });

  it('refuses a comma that may part thousands', () => {
    expect(isAmbiguousThousand('1,000 lm')).toBe(true);
    expect(parseQuantity('1,000 lm')).toBeUndefined();
    expect(parseQuantity('0,125w')?.value).toBe(0.125);
  });

  it('prints three digits without an exponent, and what is next to nothing as nothing', () => {
    expect([0.03512, 35.12, 3512, -0.5].map((value) => formatSignificant(value))).toEqual(['0.0351', '35.1', '3510', '−0.500']);
    expect([1e-300, -1e-16, 0].map((value) => formatSignificant(value))).toEqual(['0', '0', '0']);
  });

  it('reads back what formatEngineering prints, to three digits', () => {
    fc.assert(
      fc.property(fc.double({ min: -6, max: 8, noNaN: true }), fc.double({ min: 1, max: 9.99, noNaN: true }), (power, mantissa) => {
        const value = mantissa * 10 ** Math.floor(power);
        const parsed = parseQuantity(formatEngineering(value, 'ohms').text.replace('Ω', 'ohm'));
        expect(Math.abs((parsed?.value ?? 0) / value - 1)).toBeLessThan(0.006);
      }),
    );
  });
});

describe('printing', () => {
  it.each([
    [0.0351, 'amps', '35.1 mA'],
    [0.9996, 'volts', '1.00 V'],
    [999.6, 'ohms', '1.00 kΩ'],
    [-0.0042, 'volts', '−4.20 mV'],
    [0, 'watts', '0 W'],
    [4700, 'ohms', '4.70 kΩ'],
    [182.4, 'lumens', '182 lm'],
  ] as const)('prints %d %s as %s', (value, unit, text) => {
    expect(formatEngineering(value, unit).text).toBe(text.replace(' ', THIN_SPACE));
  });

  it('prints an uncertainty at two digits and the value to match', () => {
    expect(formatUncertain(0.035075, 0.0004, 'amps')).toMatchObject({ figure: '35.08', plusMinus: '±0.40', unit: 'mA' });
    expect(formatUncertain(4.861, 0.02, 'volts')).toMatchObject({ figure: '4.861', plusMinus: '±0.020' });
    expect(formatUncertain(71.2, 3.1, 'celsius')).toMatchObject({ figure: '71.2', plusMinus: '±3.1' });
  });
});

describe('uncertainty', () => {
  it('of a quotient adds relative uncertainties in quadrature (JCGM 100, 5.1.6)', () => {
    const current = divide({ value: 0.94, uncertainty: 0.0094 }, { value: 26.8, uncertainty: 0.268 });
    expect(current.value).toBeCloseTo(0.0350746, 7);
    expect(current.uncertainty / current.value).toBeCloseTo(Math.SQRT2 * 0.01, 9);
  });

  it('of a 5 % part is 2.5 % of it', () => {
    expect(withTolerance(27, 0.05).uncertainty).toBeCloseTo(0.675, 9);
  });

  it('of a meter is the limits of error over √3', () => {
    expect(readingUncertainty('volts', 0.94, 0.01)).toBeCloseTo((0.94 * 0.005 + 0.02) / Math.sqrt(3), 12);
  });
});

describe('preferred numbers', () => {
  it('holds the tabulated E12 and the exception 920 of E192', () => {
    expect(preferredMantissas('E12')).toEqual([100, 120, 150, 180, 220, 270, 330, 390, 470, 560, 680, 820]);
    expect(preferredMantissas('E192')).toContain(920);
    expect(preferredMantissas('E96')).toHaveLength(96);
    expect(preferredMantissas('E48').slice(0, 4)).toEqual([100, 105, 110, 115]);
  });

  it('rounds to the nearest, below and above across decades', () => {
    expect(nearestPreferred('E12', 96)).toBe(100);
    expect(preferredBelow('E24', 9.99)).toBe(9.1);
    expect(preferredAbove('E12', 8.3)).toBe(10);
    expect(preferredBetween('E6', 0.9, 3.4)).toEqual([1, 1.5, 2.2, 3.3]);
  });

  it('brackets every value', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 1e7, noNaN: true }), (value) => {
        expect(preferredBelow('E24', value)).toBeLessThanOrEqual(value * (1 + 1e-9));
        expect(preferredAbove('E24', value)).toBeGreaterThanOrEqual(value * (1 - 1e-9));
      }),
    );
  });

  it('says how common a value is', () => {
    expect(coarsestSeries(4700)).toBe('E3');
    expect(coarsestSeries(82)).toBe('E12');
    expect(coarsestSeries(91)).toBe('E24');
    expect(coarsestSeries(23)).toBeUndefined();
  });
});
