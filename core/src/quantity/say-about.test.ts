import { expect, it } from '@jest/globals';
import fc from 'fast-check';
import { sayAbout, type Uncertain, type Unit } from './index.ts';

const said = (value: number, uncertainty: number, unit: Unit) => sayAbout({ value, uncertainty }, unit).replaceAll('\u2009', ' ');

it.each([
  [0.0412, 0.0007, 'amps', 'about 41 mA, 40 to 43'],
  [0.0412, 0.00012, 'amps', 'about 41.2 mA, 41.0 to 41.4'],
  [5.02, 0.02, 'volts', 'about 5.02 V, 4.98 to 5.06'],
  [230, 12, 'volts', 'about 230 V, 210 to 250'],
  [1.34, 0.05, 'one', 'about 1.3, 1.2 to 1.4'],
  [18.4, 2, 'degrees', 'about 18°, 14 to 22'],
  [-0.5, 0.1, 'volts', 'about −500 mV, −700 to −300'],
  [0.07, 0.04, 'watts', 'about 70 mW, 0 to 150'],
  [0.1, 0.1, 'volts', 'about 100 mV, −100 to 300'],
  [3.3, 0, 'volts', '3.30 V'],
] as const)('%d ±%d %s is said “%s”', (value, uncertainty, unit, words) => {
  expect(said(value, uncertainty, unit)).toBe(words);
});

it('holds the value, and a range that is no narrower than its uncertainty but for the last digit', () => {
  const uncertain = fc.record({
    value: fc.double({ min: 0.1, max: 999, noNaN: true }),
    share: fc.double({ min: 1e-4, max: 0.4, noNaN: true }),
  });
  fc.assert(
    fc.property(uncertain, ({ value, share }) => {
      const of: Uncertain = { value, uncertainty: value * share };
      const [middle, low, high] = (sayAbout(of, 'lumens').match(/[\d.]+/g) ?? []).map(Number);
      if (low === undefined || high === undefined || middle === undefined) return;
      const place = 10 ** Math.floor(Math.log10(2 * of.uncertainty));
      expect(low).toBeLessThanOrEqual(middle);
      expect(high).toBeGreaterThanOrEqual(middle);
      expect(Math.abs(low - (value - 2 * of.uncertainty))).toBeLessThanOrEqual(0.51 * place + 1e-6);
      expect(Math.abs(high - (value + 2 * of.uncertainty))).toBeLessThanOrEqual(0.51 * place + 1e-6);
    }),
  );
});
