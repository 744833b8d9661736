import { describe, expect, it } from '@jest/globals';
import {
  CELLS,
  chipModelOf,
  chipVoltsAt,
  deviceOf,
  LED_BODIES,
  LED_COLOURS,
  type LedPart,
  partSchema,
  ratedChipAmps,
  ratedJunctionCelsius,
} from './index.ts';

/** Defaults that a figure goes by where nobody said otherwise: changed only with a better source. */
describe('what is taken where nothing is said', () => {
  it('a cell is empty at its maker’s usual end point: 0.9 V of zinc and nickel, 2 V of coins, 2.8 and 2.5 V of lithium ions', () => {
    const ends = Object.fromEntries(Object.entries(CELLS).map(([chemistry, { cutOffVolts }]) => [chemistry, cutOffVolts]));
    expect(ends).toEqual({ alkaline: 0.9, 'zinc-carbon': 0.9, nimh: 0.9, nicd: 0.9, 'lithium-coin': 2, 'li-ion': 2.8, lifepo4: 2.5 });
  });

  it('a cell’s open volts are from nothing to a twentieth over full, 1.05 × 1.59 V of an alkaline one; of a pack of no known kind up to 1000 V', () => {
    const battery = { ref: 'B1', kind: 'battery', pins: ['p', 'm'], openVolts: 1.2, cellOhms: 0.2 };
    const possible = (more: object) => deviceOf('battery').possible?.(partSchema.parse({ ...battery, ...more })).openVolts;
    expect(possible({ chemistry: 'alkaline' })).toEqual([0, 1.05 * 1.59]);
    expect(possible({ chemistry: 'alkaline', charge: 0.2 })).toEqual([0, 1.05 * 1.59]);
    expect(possible({})).toEqual([0, 1000]);
  });

  it('a cell of a size that is not known is taken with its own ohms, and its capacity or its volts', () => {
    const takes = (more: object) =>
      partSchema.safeParse({ ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'alkaline', size: 'AAAAA', ...more }).success;
    expect(takes({})).toBe(false);
    expect(takes({ cellOhms: 0.3 })).toBe(false);
    expect(takes({ ampHours: 1, openVolts: 1.5 })).toBe(false);
    expect(takes({ cellOhms: 0.3, ampHours: 1 })).toBe(true);
    expect(takes({ cellOhms: 0.3, openVolts: 1.5 })).toBe(true);
    expect(takes({ size: 'AA' })).toBe(true);
    expect(takes({ size: undefined })).toBe(true);
  });

  it('an LED gives off so much of its power as light: blue most, and white what its phosphor leaves of that', () => {
    const shares = Object.fromEntries(Object.entries(LED_COLOURS).map(([colour, { lightShare }]) => [colour, lightShare]));
    expect(shares).toEqual({
      white: 0.35,
      warm: 0.32,
      blue: 0.45,
      green: 0.2,
      'yellow-green': 0.05,
      violet: 0.3,
      yellow: 0.1,
      amber: 0.12,
      orange: 0.2,
      red: 0.3,
      infrared: 0.35,
    });
  });

  it('an LED of no known body that is rated for 100 mA or more is no indicator: its typical volts stand at its rating', () => {
    const volts = (rated: number, amps: number) =>
      chipVoltsAt(chipModelOf(partSchema.parse({ ref: 'D1', kind: 'led', pins: ['a', 'k'], rated: { amps: rated } }) as LedPart), amps);
    const { white } = LED_COLOURS;
    expect(volts(1.5, 1.5)).toBeCloseTo(white.volts, 9);
    expect(volts(0.1, 0.1)).toBeCloseTo(white.volts, 9);
    // As an indicator: at 20 mA, whatever its rating.
    for (const rated of [0.02, 0.03, 0.099]) expect(volts(rated, white.atAmps)).toBeCloseTo(white.volts, 9);
    expect(volts(0.1, white.atAmps)).toBeLessThan(white.volts - 0.1);
    const of5mm = partSchema.parse({ ref: 'D1', kind: 'led', pins: ['a', 'k'], body: '5mm', rated: { amps: 0.1 } }) as LedPart;
    expect(chipVoltsAt(chipModelOf(of5mm), white.atAmps)).toBeCloseTo(white.volts, 9);
  });

  it('an LED that is sold by its watts bears what its colour needs for them, and its typical volts stand there', () => {
    const ofWatts = (watts: number, more: object = {}) =>
      partSchema.parse({ ref: 'D1', kind: 'led', pins: ['a', 'k'], rated: { watts }, ...more }) as LedPart;
    const { white, infrared } = LED_COLOURS;
    expect(ratedChipAmps(ofWatts(1))).toEqual({ value: 1 / white.volts, assumed: true, usualFor: 'an LED of its watts' });
    expect(chipVoltsAt(chipModelOf(ofWatts(1)), 1 / white.volts)).toBeCloseTo(white.volts, 9);
    expect(ratedChipAmps(ofWatts(1, { colour: 'infrared' })).value).toBeCloseTo(1 / infrared.volts, 9);
    // One with a pad for its heat may be sold in several sizes; its maker's amps come first.
    expect(ratedChipAmps(ofWatts(3, { body: '3535' })).value).toBeCloseTo(3 / white.volts, 9);
    expect(ratedChipAmps(ofWatts(1, { rated: { watts: 1, amps: 0.35 } }))).toEqual({ value: 0.35, assumed: false });
    expect(ratedJunctionCelsius(ofWatts(1)).value).toBe(125);
    // Of an indicator the watts are the most that it bears, and not how it is driven.
    expect(ratedChipAmps(ofWatts(0.1, { body: '5mm' })).value).toBe(0.02);
    expect(ratedChipAmps(ofWatts(0.3)).value).toBe(0.02);
    expect(ratedJunctionCelsius(ofWatts(0.3)).value).toBe(100);
  });

  it('a chip bears what is usual for its body, from 20 mA of a round one to 350 mA of a 3535', () => {
    const amps = Object.fromEntries(Object.entries(LED_BODIES).map(([body, { ratedAmps }]) => [body, ratedAmps]));
    expect(amps).toEqual({
      '0603': 0.02,
      '0805': 0.02,
      '1206': 0.02,
      '10mm': 0.03,
      '4014': 0.06,
      '5054': 0.15,
      '7030': 0.15,
      '3mm': 0.02,
      '5mm': 0.02,
      '8mm': 0.03,
      '3014': 0.03,
      '3528': 0.02,
      '5050': 0.02,
      '2835': 0.06,
      '5730': 0.15,
      '3030': 0.15,
      '3535': 0.35,
    });
  });

  it('what leaves a chip as light does not heat its junction', () => {
    const led = partSchema.parse({ ref: 'D1', kind: 'led', pins: ['a', 'b'], kelvinPerWatt: 100, lightShare: 0.3 });
    expect(deviceOf('led').kelvinPerWatt?.(led)).toBeCloseTo(70, 9);
  });
});
