import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { solveTimeCourse, type TimeCourse, type TimeCourseOptions, type Waveform } from './index.ts';
import type { LoosePart } from './random-circuit.testing.ts';
import { WaveformGatherer } from './waveform.ts';

function courseOf(parts: readonly LoosePart[], options: TimeCourseOptions): TimeCourse {
  const course = solveTimeCourse(circuitOf(parts), options);
  if (!course.ok) throw new Error(course.error.message);
  return course.value;
}

function lastOf({ values }: Waveform): number {
  return values[values.length - 1] as number;
}

/** When a falling waveform first is at `level`, by a straight line between its points. */
function timeAt({ seconds, values }: Waveform, level: number): number {
  const index = values.findIndex((value) => value <= level);
  const [t0, t1, v0, v1] = [seconds[index - 1], seconds[index], values[index - 1], values[index]] as [number, number, number, number];
  return t0 + ((t1 - t0) * (v0 - level)) / (v0 - v1);
}

describe('a time course against closed forms', () => {
  it('a capacitor charges by 1 − e^(−t/RC)', () => {
    const { finalState } = courseOf(
      [
        { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 10 },
        { ref: 'R1', kind: 'resistor', pins: ['p', 'c'], ohms: 1000 },
        { ref: 'C1', kind: 'capacitor', pins: ['c', 'm'], farads: 1e-6 },
      ],
      { from: 'cold', seconds: 2e-3 },
    );
    expect(finalState.C1).toEqual({ volts: expect.closeTo(10 * (1 - Math.exp(-2)), 4) });
  });

  it('current in a coil rises by 1 − e^(−t·R/L)', () => {
    const { finalState, waveforms } = courseOf(
      [
        { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 12 },
        { ref: 'L1', kind: 'inductor', pins: ['p', 'm'], henries: 0.1, ohms: 24 },
      ],
      { from: 'cold', seconds: 5e-3 },
    );
    const amps = 0.5 * (1 - Math.exp(-(5e-3 * 24) / 0.1));
    expect(finalState.L1).toEqual({ amps: expect.closeTo(amps, 5) });
    expect(lastOf(waveforms.parts.L1?.amps as Waveform)).toBeCloseTo(amps, 5);
  });

  it('a mains capacitor of 1 µF falls from 325 V to 34 V through 470 kΩ in R·C·ln(325/34)', () => {
    const { waveforms } = courseOf(
      [
        { ref: 'C1', kind: 'capacitor', pins: ['a', '0'], farads: 1e-6, initialVolts: 325 },
        { ref: 'R1', kind: 'resistor', pins: ['a', '0'], ohms: 470e3 },
        { ref: 'V1', kind: 'dc', pins: ['x', '0'], volts: 1 },
        { ref: 'R2', kind: 'resistor', pins: ['x', '0'], ohms: 1000 },
      ],
      { from: 'cold', seconds: 3 },
    );
    expect(timeAt(waveforms.parts.C1?.volts as Waveform, 34)).toBeCloseTo(0.47 * Math.log(325 / 34), 3);
  });

  it('switched on at the crest, an empty dropper draws the crest volts over its surge resistor', () => {
    const { waveforms } = courseOf(
      [
        { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50, phase: Math.PI / 2 },
        { ref: 'R1', kind: 'resistor', pins: ['L', 'a'], ohms: 100 },
        { ref: 'C1', kind: 'capacitor', pins: ['a', 'N'], farads: 1e-6 },
      ],
      { from: 'cold', seconds: 0.04 },
    );
    expect(Math.max(...(waveforms.parts.R1?.amps.values ?? []))).toBeGreaterThan(0.97 * 3.253);
    expect(Math.max(...(waveforms.parts.R1?.amps.values ?? []))).toBeLessThan(3.254);
  });

  it('from the settled state a period ends where it began', () => {
    const parts = [
      { ref: 'V1', kind: 'ac', pins: ['a', 'm'], voltsRms: 12, hertz: 50, ohms: 1 },
      { ref: 'D1', kind: 'diode', pins: ['a', 'p'] },
      { ref: 'C1', kind: 'capacitor', pins: ['p', 'm'], farads: 470e-6 },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'm'], ohms: 100 },
    ];
    const { waveforms } = courseOf(parts, { from: 'settled', seconds: 0.02 });
    const values = waveforms.nets.p?.volts.values ?? [];
    expect(Math.abs((values[values.length - 1] as number) - (values[0] as number))).toBeLessThan(0.01);
    const cold = courseOf(parts, { from: 'cold', seconds: 0.02 });
    expect(cold.waveforms.nets.p?.volts.values[0]).toBeCloseTo(0, 2);
  });

  it.each([0, -1, Number.NaN, Number.POSITIVE_INFINITY, 1e9])('%d seconds are refused in words', (seconds) => {
    const circuit = circuitOf([
      { ref: 'V1', kind: 'ac', pins: ['a', 'm'], voltsRms: 12, hertz: 50 },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'm'], ohms: 100 },
    ]);
    expect(solveTimeCourse(circuit, { from: 'cold', seconds })).toMatchObject({ ok: false, error: { code: 'bad-value', path: 'seconds' } });
  });

  it('tells how far it is, and can be stopped', () => {
    const circuit = circuitOf([
      { ref: 'V1', kind: 'ac', pins: ['a', 'm'], voltsRms: 12, hertz: 50 },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'c'], ohms: 100 },
      { ref: 'C1', kind: 'capacitor', pins: ['c', 'm'], farads: 1e-6 },
    ]);
    const shares: number[] = [];
    const stopped = solveTimeCourse(circuit, {
      from: 'cold',
      seconds: 2,
      onProgress: (share) => shares.push(share),
      shouldStop: () => shares.length > 4,
    });
    expect(stopped).toMatchObject({ ok: false, error: { code: 'stopped' } });
    expect(shares.length).toBeGreaterThan(4);
    expect([...shares].sort((a, b) => a - b)).toEqual(shares);
  });
});

describe('a thinned waveform', () => {
  it('keeps a spike one point wide, both ends, and its points in order', () => {
    const gatherer = new WaveformGatherer(0, 1);
    for (let i = 0; i <= 100_000; i++) gatherer.add(i / 100_000, i === 31_415 ? 9 : i === 31_417 ? -9 : Math.sin(i / 5000));
    const { seconds, values } = gatherer.finish();
    expect(values).toContain(9);
    expect(values).toContain(-9);
    expect([seconds[0], seconds[seconds.length - 1]]).toEqual([0, 1]);
    expect(seconds.length).toBeLessThan(1000);
    expect(seconds.every((time, index) => index === 0 || time > (seconds[index - 1] as number))).toBe(true);
  });
});
