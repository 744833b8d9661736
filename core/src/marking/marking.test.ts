import { describe, expect, it } from '@jest/globals';
import { preferredBetween } from '../quantity/index.ts';
import { decodeMarking, decodeResistorBands, encodeResistorBands } from './index.ts';

describe('resistor bands', () => {
  it.each([
    ['red violet black gold', 27, 0.05],
    ['yellow violet black gold', 47, 0.05],
    ['brown black black red brown', 10000, 0.01],
    ['orange orange silver gold', 0.33, 0.05],
    ['red red red', 2200, 0.2],
    ['brown green black brown brown red', 1500, 0.01],
    ['grey red black gold', 82, 0.05],
  ])('%s', (text, ohms, tolerance) => {
    const [first] = decodeResistorBands(text) ?? [];
    expect(first).toMatchObject({ value: ohms, tolerance, unit: 'ohms' });
  });

  it('offers the other direction where it is legal too, after the usual one', () => {
    const readings = decodeResistorBands('brown black red brown');
    expect(readings?.map((reading) => reading.value)).toEqual([1000, 12]);
  });

  it('reads a row laid the wrong way round', () => {
    expect(decodeResistorBands('gold black violet red')?.[0]).toMatchObject({ value: 27, why: expect.stringContaining('right') });
  });

  it.each(['red violet', 'red violet mauve gold', '', 'red red red red red red red'])('declines %j', (text) => {
    expect(decodeResistorBands(text)).toBeUndefined();
  });

  it('round-trips every E24 value from 1 Ω to 10 MΩ', () => {
    for (const ohms of preferredBetween('E24', 1, 1e7)) {
      const bands = encodeResistorBands(ohms);
      expect(decodeResistorBands(bands?.join(' ') ?? '')?.[0]?.value).toBeCloseTo(ohms, 9);
    }
  });
});

describe('resistor codes', () => {
  it.each([
    ['390', 39],
    ['4702', 47000],
    ['4R7', 4.7],
    ['R047', 0.047],
    ['01C', 10000],
    ['68X', 49.9],
    ['000', 0],
    ['5m', 0.005],
  ])('%s', (text, ohms) => {
    expect(decodeMarking(text, 'resistor-code')[0]?.value).toBeCloseTo(ohms, 9);
  });

  it('knows nothing of other text', () => {
    expect(decodeMarking('K7B')).toEqual([]);
  });
});
