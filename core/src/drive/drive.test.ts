import { describe, expect, it } from '@jest/globals';
import { lightness, lightRatio, seenChange, stressLevel } from './index.ts';

describe('lightness', () => {
  it('is 100 at white, 76.07 at half and 49.50 at 18 % (CIE 1976 by hand)', () => {
    expect(lightness(1)).toBeCloseTo(100, 9);
    expect(lightness(0.5)).toBeCloseTo(76.07, 2);
    expect(lightness(0.18)).toBeCloseTo(49.5, 2);
    expect(lightness(0)).toBe(0);
  });

  it('makes half the light look a quarter dimmer', () => {
    expect(seenChange(0.5)).toBeCloseTo(-0.239, 3);
  });
});

describe('light against current', () => {
  it('is the same at the same current, droops above, and is none without current', () => {
    expect(lightRatio(0.02, 0.02)).toBe(1);
    expect(lightRatio(0.04, 0.02)).toBeLessThan(2);
    expect(lightRatio(0, 0.02)).toBe(0);
  });
});

it('stress is over only above the rating', () => {
  expect([0.5, 0.81, 1, 1.01].map(stressLevel)).toEqual(['within', 'caution', 'caution', 'over']);
});
