import { describe, expect, it } from '@jest/globals';
import { preferredBetween } from '../quantity/index.ts';
import { decodeMarking, decodeResistorBands, encodeResistorBands, rankByMeter } from './index.ts';

it('no marking is a capacitor or an inductor of nothing', () => {
  for (const text of ['0', '000', 'black', '0p', '0uH']) {
    for (const kind of ['capacitor-code', 'inductor-code']) expect(decodeMarking(text, kind)).toEqual([]);
  }
});

describe('resistor bands', () => {
  it('a colour is taken for its neighbour only where that gives what is sold with bands: 0.1 Ω to 22 MΩ', () => {
    const others = decodeResistorBands('red red silver gold') ?? [];
    // Grey and white for silver were 2.2 GΩ and 22 GΩ.
    expect(others.map(({ value }) => value)).toEqual([0.22, 0.12]);
    expect(decodeResistorBands('red orange blue gold')?.map(({ value }) => value)).toEqual([23e6, 22e6, 13e6]);
  });

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
    expect(readings?.filter(({ why }) => !why.startsWith('if the')).map((reading) => reading.value)).toEqual([1000, 12]);
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

describe('capacitor codes', () => {
  it.each([
    ['334', 330e-9, undefined, ''],
    ['104K', 100e-9, 0.1, ''],
    ['474J 400V', 470e-9, 0.05, '400 V'],
    // Tantalum bodies from 0.99 µF up, a letter for their volts: G 4 V, J 6.3 V, A 10 V … V 35 V, T 50 V.
    ['107A', 100e-6, undefined, '10 V'],
    ['226E', 22e-6, undefined, '25 V'],
    ['106V', 10e-6, undefined, '35 V'],
    ['J105', 1e-6, undefined, '6.3 V'],
    // A film of 5 % as well, whose volts nobody said: that one first, and the tantalum body behind it.
    ['105J', 1e-6, 0.05, ''],
    ['984J', 980e-9, 0.05, ''],
    ['2A104J', 100e-9, 0.05, '100 V'],
    // Volts by a letter, without one for the tolerance; 104 V are no volts that a film is sold for, 100 V are.
    ['1H101', 100e-12, undefined, '50 V'],
    ['2J104', 100e-9, undefined, '630 V'],
    ['1K100', 1e-6, 0.1, '100 V'],
    ['2G155K', 1.5e-6, 0.1, '400 V'],
    ['4n7', 4.7e-9, undefined, ''],
    ['n47', 0.47e-9, undefined, ''],
    ['µ33 X2', 0.33e-6, undefined, 'class X2'],
    ['0.47 X2 275V~', 0.47e-6, undefined, '275 V, class X2'],
    ['22', 22e-12, undefined, ''],
    ['10uF 400V', 10e-6, undefined, '400 V'],
    ['100nF', 100e-9, undefined, ''],
    ['2R2', 2.2e-12, undefined, ''],
    ['339', 3.3e-12, undefined, ''],
  ])('%s', (text, farads, tolerance, beside) => {
    const [first] = decodeMarking(text, 'capacitor-code');
    expect(first?.value).toBeCloseTo(farads, 15);
    expect((first?.value ?? 0) / farads).toBeCloseTo(1, 12);
    expect(first?.tolerance).toBe(tolerance);
    expect(first?.text).toContain(beside);
  });

  it('offers 220 as 22 pF, then as it stands', () => {
    expect(decodeMarking('220', 'capacitor-code').map(({ value }) => value)).toEqual([22e-12, 220e-12]);
    // Films begin at a nanofarad: a point before that is of picofarads alone.
    expect(decodeMarking('.001', 'capacitor-code')[0]?.value).toBeCloseTo(1e-9, 15);
    expect(decodeMarking('.0009', 'capacitor-code').map(({ value }) => value)).not.toContainEqual(expect.closeTo(0.9e-9, 15));
  });

  it.each(['X2', '', 'K7B', '104 105', 'red violet', '275V', '100V', '450V'])('declines “%s”', (text) => {
    expect(decodeMarking(text, 'capacitor-code')).toEqual([]);
  });
});

describe('inductor codes', () => {
  it.each([
    ['101', 100e-6, undefined],
    ['4R7', 4.7e-6, undefined],
    ['R47M', 0.47e-6, 0.2],
    ['10N', 10e-9, undefined],
    ['331K', 330e-6, 0.1],
    ['22uH', 22e-6, undefined],
    ['brown black brown silver', 100e-6, 0.1],
  ])('%s', (text, henries, tolerance) => {
    const [first] = decodeMarking(text, 'inductor-code');
    expect((first?.value ?? 0) / henries).toBeCloseTo(1, 12);
    expect(first?.tolerance).toBe(tolerance);
  });
});

describe('bodies', () => {
  it('0603 is 1.6 mm in inches, 0.6 mm in millimetres', () => {
    expect(decodeMarking('0603', 'package').map(({ value }) => value)).toEqual([1.6e-3, 0.6e-3]);
  });

  it.each([
    ['2835', 3.5e-3],
    ['5050', 5e-3],
    ['SOT23-5', 2.9e-3],
    ['5mm', 5e-3],
  ])('%s', (text, metres) => {
    expect(decodeMarking(text, 'package')[0]?.value).toBeCloseTo(metres, 9);
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

describe('what is hard to see', () => {
  it('colours taken for each other stand behind what was typed, and say so', () => {
    const readings = decodeMarking('brown black red gold', 'resistor-bands');
    const first = readings.findIndex(({ why }) => why.startsWith('if the'));
    expect(first).toBeGreaterThan(0);
    expect(readings.slice(first).every(({ why }) => why.startsWith('if the'))).toBe(true);
    expect(readings.find(({ text }) => text === '36.0 Ω ±5 %')).toBeUndefined();
    expect(decodeMarking('brown grey black gold', 'resistor-bands').some(({ value }) => value === 28)).toBe(false);
    expect(decodeMarking('orange blue black gold', 'resistor-bands').find(({ value }) => value === 27)).toBeUndefined();
    expect(decodeMarking('orange violet black gold', 'resistor-bands').find(({ value }) => value === 27)?.why).toMatch(
      /^if the orange is red/,
    );
  });

  it('a meter reading decides between them', () => {
    const readings = decodeMarking('orange violet black gold', 'resistor-bands');
    expect(readings[0]?.value).not.toBe(27);
    const decided = rankByMeter(readings, 26.8, 'ohms');
    expect(decided[0]).toMatchObject({ value: 27, bands: ['red', 'violet', 'black', 'gold'] });
    expect(decided[0]?.why).toMatch(/^the meter’s 26.8/);
    expect(decided).toHaveLength(readings.length);
    expect(rankByMeter(readings, 1e6, 'ohms')).toEqual(readings);
  });
});
