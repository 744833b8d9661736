import { describe, expect, it } from '@jest/globals';
import { circuitOf, type LoosePart } from '../circuit/circuit.testing.ts';
import { solveTimeCourse } from '../solve/index.ts';
import { dischargesOf, gatesFor, type PoweringPart, poweringFor, sayDischarge } from './index.ts';

const dropper = (...more: LoosePart[]) =>
  circuitOf([
    { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 },
    { ref: 'R1', kind: 'resistor', pins: ['L', 'a'], ohms: 100 },
    { ref: 'C1', kind: 'capacitor', pins: ['a', 'b'], farads: 1e-6 },
    { ref: 'B1', kind: 'bridge', pins: ['b', 'N', 'p', 'm'] },
    { ref: 'D1', kind: 'led', pins: ['p', 'm'], series: 20 },
    ...more,
  ]);

describe('discharge', () => {
  it('of a dropper with 470 kΩ over it is R·C·ln(V/34), at the longest with all at the high ends of their tolerances, as the solver finds it in time', () => {
    const bleeder = { ref: 'R2', kind: 'resistor', pins: ['a', 'b'], ohms: 470e3 };
    const [found] = dischargesOf(dropper(bleeder));
    expect(found).toMatchObject({ ref: 'C1', bleederOhms: expect.closeTo(470e3, 0) });
    const fromVolts = found?.fromVolts ?? 0;
    expect(fromVolts).toBeGreaterThan(240);
    // 5 % of a resistor and 20 % of a capacitor that does not say that it is of film, and mains within 10 % (EN 50160).
    expect(found?.secondsTo34).toBeCloseTo(0.47 * Math.log(fromVolts / 34), 4);
    expect(found?.longest?.secondsTo34).toBeCloseTo(0.47 * 1.05 * 1.2 * Math.log((1.1 * fromVolts) / 34), 4);
    const alone = circuitOf([
      { ref: 'C1', kind: 'capacitor', pins: ['a', 'b'], farads: 1.2e-6, initialVolts: 1.1 * fromVolts },
      { ...bleeder, ohms: 1.05 * 470e3 },
      { ref: 'V9', kind: 'dc', pins: ['x', 'b'], volts: 1 },
      { ref: 'R9', kind: 'resistor', pins: ['x', 'b'], ohms: 1000 },
    ]);
    const course = solveTimeCourse(alone, { from: 'cold', seconds: found?.longest?.secondsTo34 ?? 0 });
    expect(course.ok && course.value.finalState.C1).toEqual({ volts: expect.closeTo(34, 1) });
  });

  it('is as long as the tolerances of its own parts allow, and no longer than what readings left open', () => {
    const parts = (more: LoosePart, of: LoosePart = {}): LoosePart[] => [
      { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 100, tolerance: 0.01 },
      { ref: 'C1', kind: 'capacitor', pins: ['p', 'm'], farads: 100e-6, ...of },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'm'], ohms: 10e3, ...more },
    ];
    const seconds = (more: LoosePart, of?: LoosePart) => dischargesOf(circuitOf(parts(more, of)))[0]?.longest?.secondsTo34;
    // A supply of another hour is within 5 %, however well it was read in this.
    const ln = Math.log(105 / 34);
    expect(seconds({ tolerance: 0.01 })).toBeCloseTo(1.2 * 1.01 * ln, 4);
    expect(seconds({ tolerance: 0.01 }, { tolerance: 0.05 })).toBeCloseTo(1.05 * 1.01 * ln, 4);
    // Read as 10 kΩ ± 0.2 kΩ, which is two standard deviations.
    expect(seconds({ tolerance: 0.2, spread: { ohms: 100 } }, { tolerance: 0.05 })).toBeCloseTo(1.05 * 1.02 * ln, 4);
  });

  it('without a bleeder says so, and asks for a reading', () => {
    const [found] = dischargesOf(dropper());
    expect(found?.bleederOhms).toBeUndefined();
    expect(found && sayDischarge(found)).toContain('no bleeder seen');
  });

  it('says no time that is shorter than it is', () => {
    const said = (secondsTo60: number, secondsTo34: number) =>
      sayDischarge({ ref: 'C1', fromVolts: 300, longest: { volts: 300, farads: 330e-9, ohms: 470e3, secondsTo60, secondsTo34 } });
    // 470 kΩ × 330 nF × ln(300 ÷ 60) = 0.2496 s: after 0.2 s there are 83 V left.
    expect(said(0.155 * Math.log(300 / 60), 0.155 * Math.log(300 / 34))).toContain(
      'under 60 V after 0.3 s at the longest, under 34 V after 0.4 s',
    );
    expect(said(9.91, 10.1)).toContain('after 10.0 s at the longest, under 34 V after 11 s');
    expect(said(0.05, 91)).toContain('after no time at the longest, under 34 V after 2 min');
  });

  it('leaves out what cannot hurt', () => {
    const low = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 5 },
      { ref: 'C1', kind: 'capacitor', pins: ['p', 'm'], farads: 1e-3 },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'm'], ohms: 1000 },
    ]);
    expect(dischargesOf(low)).toEqual([]);
  });
});

describe('gates', () => {
  it.each([
    ['a mains lamp', { volts: 230, alternating: true, lithium: false, watts: 9, lumens: 800 }, ['mains', 'bright', 'heat']],
    ['a coin-cell clip', { volts: 3, alternating: false, lithium: true }, ['lithium']],
    ['a USB clip', { volts: 5, alternating: false, lithium: false, watts: 1 }, []],
    ['60 V alternating', { volts: 60, alternating: true, lithium: false }, ['mains']],
    // As mains from 60 V of direct current on (IEC 60364-4-41, 414.4.5), from 50 V of alternating (IEC 61140).
    ['60 V direct', { volts: 60, alternating: false, lithium: false }, ['mains']],
    ['59 V direct', { volts: 59, alternating: false, lithium: false }, []],
    ['50 V alternating', { volts: 50, alternating: true, lithium: false }, ['mains']],
    ['a generator of 8 V', { volts: 8, alternating: true, lithium: false }, []],
  ])('before %s', (_, dangers, codes) => {
    expect(gatesFor(dangers).map(({ code }) => code)).toEqual(codes);
  });
});

describe('the first power', () => {
  it('of 1 W at 5 V expects 200 mA, limits at 240 and aborts at 300', () => {
    const { expectedAmps, limitAmps, abortAmps, ways } = poweringFor({ volts: 5, watts: 1, mains: false, cells: false });
    expect([expectedAmps, limitAmps, abortAmps]).toEqual([expect.closeTo(0.2, 9), expect.closeTo(0.24, 9), expect.closeTo(0.3, 9)]);
    expect(ways[0]?.code).toBe('limited-supply');
  });

  it('of what nobody claims goes by the circuit as traced, and never the other way round', () => {
    const facts = { volts: 5, mains: false, cells: false, circuitAmps: 0.1 };
    expect(poweringFor(facts)).toMatchObject({ by: 'circuit', limitAmps: expect.closeTo(0.12, 9) });
    expect(poweringFor({ ...facts, watts: 1 })).toMatchObject({ by: 'claims', expectedAmps: expect.closeTo(0.2, 9) });
    // A board that is traced half-way has an open circuit: no limit of 0 A.
    expect(poweringFor({ ...facts, circuitAmps: 9e-6 }).limitAmps).toBeUndefined();
    expect(poweringFor({ ...facts, circuitAmps: 11e-6 }).limitAmps).toBeCloseTo(13.2e-6, 9);
  });

  it('of a generator is by hand; a step-up, a store and a port say what they want', () => {
    const parts: readonly PoweringPart[] = [
      { of: 'generator', ref: 'V1' },
      { of: 'converter', ref: 'U1', mostVolts: 34 },
      { of: 'store', ref: 'C1', farads: 0.22, volts: 5.5 },
      { of: 'store', ref: 'C2', farads: 1e-5 },
      { of: 'usb', ref: 'V2' },
    ];
    const { ways, notes } = poweringFor({ volts: 6.8, mains: false, cells: false, parts });
    expect(ways.map(({ code }) => code)).toEqual(['by-hand', 'limited-supply']);
    expect(notes.map((note) => note.split(/[: ]/)[0])).toEqual(['V1', 'U1', 'C1', 'V2']);
    expect(notes[2]).toContain('Never above its 5.5 V');
  });

  it('of mains goes through an in-line meter, with room for a poor power factor', () => {
    const { ways, expectedAmps } = poweringFor({ volts: 230, watts: 9.2, mains: true, cells: false });
    expect(ways.map(({ code }) => code)).toEqual(['in-line-meter', 'lamp-in-series']);
    expect(expectedAmps).toBeCloseTo(0.1, 6);
  });
});
