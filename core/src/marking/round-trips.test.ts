import { describe, expect, it } from '@jest/globals';
import { preferredBetween } from '../quantity/index.ts';
import { decodeMarking, decodeResistorBands, encodeResistorBands, rankByMeter } from './index.ts';

const DECADE = preferredBetween('E24', 1, 9.99);
const OHMS = [1, 10, 100, 1e3, 1e4, 1e5, 1e6].flatMap((decade) => DECADE.map((figure) => Number((figure * decade).toPrecision(6))));

/** As it is printed on a body: two figures and a power of ten, or a point where there is none. */
function threeFigureCode(value: number): string {
  const power = Math.floor(Math.log10(value) + 1e-9) - 1;
  return `${Math.round(value / 10 ** power)}${power}`;
}

describe('what is printed is read as what it was', () => {
  it('resistors by three figures, from 10 Ω to 10 MΩ', () => {
    for (const ohms of OHMS.filter((value) => value >= 10)) {
      const [first] = decodeMarking(threeFigureCode(ohms), 'resistor-code');
      expect(first).toMatchObject({ kind: 'resistor-code', unit: 'ohms', value: expect.closeTo(ohms, 6) });
    }
  });

  it('resistors with R for the point', () => {
    for (const [text, ohms] of [
      ['4R7', 4.7],
      ['R22', 0.22],
      ['47R', 47],
      ['R010', 0.01],
    ] as const)
      expect(decodeMarking(text, 'resistor-code')[0]?.value).toBeCloseTo(ohms, 9);
  });

  it('capacitors by three figures are picofarads', () => {
    for (const figure of DECADE) {
      for (const power of [1, 2, 3, 4]) {
        const farads = figure * 10 * 10 ** power * 1e-12;
        const found = decodeMarking(`${Math.round(10 * figure)}${power}`, 'capacitor-code').map(({ value }) => value);
        expect(found.some((value) => Math.abs(value / farads - 1) < 1e-9)).toBe(true);
      }
    }
  });

  it('every row of bands, read from either end, has its value among the readings', () => {
    for (const ohms of OHMS) {
      const bands = encodeResistorBands(ohms);
      if (!bands) continue;
      for (const row of [bands, [...bands].reverse()]) {
        const values = decodeResistorBands(row.join(' '))?.map(({ value }) => value) ?? [];
        expect(values.some((value) => Math.abs(value / ohms - 1) < 1e-9)).toBe(true);
      }
    }
  });

  it('a meter that read it puts the true value first, whatever the colours looked like', () => {
    for (const ohms of OHMS.filter((_, index) => index % 7 === 0)) {
      const bands = encodeResistorBands(ohms);
      if (!bands) continue;
      // Red paint that has aged to orange, or the other way round.
      const aged = bands.map((colour, index) => (index === 1 && colour === 'red' ? 'orange' : colour));
      const readings = decodeResistorBands(aged.join(' ')) ?? [];
      const [first] = rankByMeter(readings, ohms * 1.02, 'ohms');
      expect((first?.value ?? 0) / ohms).toBeCloseTo(1, 1);
    }
  });

  it('no text at all makes it throw, and what is no marking has no reading', () => {
    for (const text of ['', ' ', 'zzzz', '🙂', '0', '-1', '1e9', 'R', 'RR', '999999999999', 'brown', '__proto__', 'constructor'])
      expect(() => decodeMarking(text)).not.toThrow();
    expect(decodeResistorBands('brown constructor red')).toBeUndefined();
  });
});
