import { describe, expect, it } from '@jest/globals';
import { lifeAt, usualLifeHours } from './life.ts';
import { sayLifeHours } from './say-life.ts';

describe('how long an LED lasts to 70 % of its light', () => {
  it('at rated current and a junction of 85 °C is that of its class: leaded bodies 8,000 h, old power bodies 20,000, others 35,000', () => {
    expect((['3mm', '5mm', '8mm'] as const).map((body) => usualLifeHours(body))).toEqual([8000, 8000, 8000]);
    expect((['3528', '5050'] as const).map((body) => usualLifeHours(body))).toEqual([20_000, 20_000]);
    expect([usualLifeHours('2835'), usualLifeHours()]).toEqual([35_000, 35_000]);
  });

  it('there is within a factor of two, and is promised for no longer than a hundred thousand hours', () => {
    const rated = lifeAt({ ofRated: 1, junctionCelsius: 85 }, '5mm');
    expect(rated).toEqual({ hours: 8000, low: 4000, high: 16_000 });
    expect(lifeAt({ ofRated: 0.1, junctionCelsius: 30 })).toMatchObject({ hours: 100_000, high: 100_000 });
  });

  it('follows Arrhenius at 0.4 eV and the current to the power of 1.5, and lies between 0.25 and 0.6 eV, powers of 1 and 2', () => {
    const { hours, low, high } = lifeAt({ ofRated: 2, junctionCelsius: 105 });
    const heat = (volts: number) => Math.exp((volts / 8.617333e-5) * (1 / 378.15 - 1 / 358.15));
    expect(hours).toBeCloseTo(35_000 * heat(0.4) * 2 ** -1.5, 3);
    expect(low).toBeCloseTo((35_000 / 2) * heat(0.6) * 2 ** -2, 3);
    expect(high).toBeCloseTo(35_000 * 2 * heat(0.25) * 2 ** -1, 3);
  });
});

it.each([
  [12_345, '12,000 h'],
  [987, '990 h'],
  [99_900, '100,000 h'],
  // IES TM-21: at most six times the test, and nobody tests for longer than two years.
  [100_000, 'over 100,000 h'],
])('a life of %d hours is said to two digits, and no end that nobody has seen', (hours, words) => expect(sayLifeHours(hours)).toBe(words));
