import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { lightness, lightRatio, lightThatLooks, seenChange } from './lightness.ts';

describe('how bright a light looks', () => {
  it('is CIE lightness: 100 for all of it, 76.07 for half, 50 for 18.4 %, and straight below (6 ÷ 29)³', () => {
    expect(lightness(1)).toBeCloseTo(100, 9);
    expect(lightness(0.5)).toBeCloseTo(76.07, 2);
    expect(lightness(0.18418651851244416)).toBeCloseTo(50, 9);
    expect(lightness((6 / 29) ** 3)).toBeCloseTo(8, 9);
    expect(lightness(0.004)).toBeCloseTo(0.004 * 903.296, 3);
    expect(lightness(-1)).toBe(0);
  });

  it('a change that is wanted is the light that gives it, from the dark to three times as much', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 3, noNaN: true }), (ratio) => {
        expect(lightThatLooks(seenChange(ratio))).toBeCloseTo(ratio, 9);
      }),
    );
    expect(lightThatLooks(-2)).toBe(0);
  });

  it('light rises a little less than current: to the power of 0.93, and is none without current', () => {
    expect(lightRatio(0.02, 0.02)).toBe(1);
    expect(lightRatio(0.04, 0.02)).toBeCloseTo(2 ** 0.93, 12);
    expect([lightRatio(0, 0.02), lightRatio(-1, 0.02), lightRatio(0.02, 0)]).toEqual([0, 0, 0]);
  });
});
