import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { fitReadings } from '../estimate/index.ts';
import { lightness, lightRatio, limitWords, seenChange, stressesOf, stressLevel, withDerating } from './index.ts';

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
  const level = (value: number, uncertainty = 0) => stressLevel({ value, uncertainty });
  expect([0.5, 0.81, 1, 1.01].map((ratio) => level(ratio))).toEqual(['within', 'caution', 'caution', 'over']);
  // What crosses 1 with its uncertainty (k = 2) is at its rating, and not above it.
  expect([level(1.04, 0.05), level(0.95, 0.05), level(1.2, 0.05), level(0.7, 0.2)]).toEqual(['at', 'at', 'over', 'within']);
});

describe('derating', () => {
  const rated = { value: 0.25, assumed: false };

  it('leaves all of a rating up to 70 °C, half at 112.5 °C, and next to nothing at 155 °C', () => {
    expect(withDerating(rated, 25)).toBe(rated);
    expect(withDerating(rated, 70)).toBe(rated);
    expect(withDerating(rated, 112.5)).toMatchObject({ value: expect.closeTo(0.125, 9), derated: { share: 0.5, of: 0.25 } });
    expect(withDerating(rated, 200).value).toBeGreaterThan(0);
    expect(limitWords(rated)).toBe('rated');
    expect(limitWords(withDerating({ ...rated, assumed: true, usualFor: 'its size' }, 112.5))).toBe(
      'usual for its size, 0.50 of it at 113 °C',
    );
  });

  it('is what a resistor on a hot board is held against; of its own temperature where it has one', () => {
    const circuit = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 10 },
      { ref: 'R1', kind: 'resistor', pins: ['a', '0'], ohms: 1000, rated: { watts: 0.125 } },
      { ref: 'R2', kind: 'resistor', pins: ['a', '0'], ohms: 1000, rated: { watts: 0.125 }, celsius: 30 },
    ]);
    const fit = fitReadings(circuit, []);
    if (!fit.ok) throw new Error(fit.error.message);
    const ratios = (celsius: number) => stressesOf(circuit, fit.value, celsius).map(({ ratio }) => ratio.value);
    expect(ratios(40)).toEqual([expect.closeTo(0.8, 6), expect.closeTo(0.8, 6)]);
    expect(ratios(112.5)).toEqual([expect.closeTo(1.6, 6), expect.closeTo(0.8, 6)]);
  });

  it('chips that have a rating of power are held against it too', () => {
    const circuit = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 20 },
      { ref: 'D1', kind: 'led', pins: ['b', '0'], rated: { watts: 0.1, amps: 0.03 } },
    ]);
    const fit = fitReadings(circuit, []);
    if (!fit.ok) throw new Error(fit.error.message);
    const power = stressesOf(circuit, fit.value).find(({ of }) => of === 'chip-watts');
    expect(power?.ratio.value).toBeCloseTo((fit.value.solution.leds.D1?.chip.watts ?? 0) / 0.1, 9);
    expect(power?.level).toBe('over');
  });
});
