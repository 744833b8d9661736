import { expect, it } from '@jest/globals';
import { wattsForCelsius } from './cooler.ts';

const warm = { celsius: 65, roomCelsius: 25 };

it('cools in proportion: half the rise is half the watts, and nothing is colder than the room', () => {
  expect(wattsForCelsius(4, warm, 45)).toBeCloseTo(2, 9);
  expect(wattsForCelsius(4, warm, 64.9)).toBeLessThan(4);
  for (const wanted of [65, 80, 25, 10, Number.NaN]) expect(wattsForCelsius(4, warm, wanted)).toBeUndefined();
});
