import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { type Diagnosis, diagnose, type Evidence } from './index.ts';
import { logAnyHours, logHoursWith } from './life.ts';

describe('how long it was in use', () => {
  const DIM_LAMP = circuitOf([
    { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 24 },
    { ref: 'C1', kind: 'capacitor', pins: ['p', 'm'], farads: 47e-6, rated: { volts: 35 } },
    { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 120 },
    { ref: 'D1', kind: 'led', pins: ['a', 'm'], series: 6 },
  ]);

  const dim = (hours: number): Diagnosis => {
    const found = diagnose(DIM_LAMP, [
      { kind: 'lights', of: 'all', value: 'dim' },
      { kind: 'used', hours },
    ]);
    if (!found.ok) throw new Error(found.error.message);
    return found.value;
  };

  it('makes what was wrong from the beginning likelier in the first weeks, and what wears later', () => {
    const share = (hours: number, ref: string, fault: string) =>
      dim(hours).faults.find(({ faults: [one, ...more] }) => more.length === 0 && one?.ref === ref && one.fault === fault)?.probability ??
      0;
    // A supply that sags is no part of the lamp: its hours say nothing of it.
    const ofDrift = (hours: number) => share(hours, 'R1', 'drift') / share(hours, 'V1', 'drift');
    expect(ofDrift(30_000)).toBeGreaterThan(2 * ofDrift(50));
    const joint = { ref: 'R1', part: 'R1', fault: 'joint', weight: 1, steps: [] } as const;
    const jointOverChance = (hours: number) => logHoursWith(DIM_LAMP, joint, hours) - logHoursWith(DIM_LAMP, chance, hours);
    const chance = { ref: 'R1', part: 'R1', fault: 'open', weight: 1, steps: [] } as const;
    const dried = { ref: 'C1', part: 'C1', fault: 'drift', weight: 1, steps: [] } as const;
    const driedOverChance = (hours: number) => logHoursWith(DIM_LAMP, dried, hours) - logHoursWith(DIM_LAMP, chance, hours);
    expect(jointOverChance(50) - jointOverChance(10_000)).toBeGreaterThan(Math.log(1.4));
    expect(driedOverChance(11_000) - driedOverChance(100)).toBeGreaterThan(Math.log(3));
  });

  it('counts once, however many faults: two that wear alike are no less likely by it beside one of them', () => {
    const row = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 4 },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 4.7 },
      ...[1, 2, 3, 4].map((index) => ({ ref: `D${index}`, kind: 'led', pins: ['a', 'm'] })),
    ]);
    const pairOverOne = (...used: readonly Evidence[]) => {
      const dark = ['D3', 'D4'].map((of): Evidence => ({ kind: 'lights', of, value: false, atAmps: 0.005 }));
      const found = diagnose(row, [{ kind: 'lights', of: 'all', value: 'dim' }, ...dark, ...used]);
      if (!found.ok) throw new Error(found.error.message);
      const { faults } = found.value;
      const open = (...refs: readonly string[]) =>
        faults.find(
          (one) => one.faults.length === refs.length && one.faults.every(({ ref, fault }) => fault === 'open' && refs.includes(ref)),
        );
      return (open('D3', 'D4')?.probability ?? 0) / (open('D3')?.probability ?? 0);
    };
    expect(pairOverOne()).toBeGreaterThan(0.1);
    expect(pairOverOne({ kind: 'used', hours: 1000 }) / pairOverOne()).toBeCloseTo(1, 2);
  });

  it('says of an electrolytic 2000 h at 105 °C, twice as long every ten kelvin cooler, so a hot one dries sooner', () => {
    const fault = (celsius: number): Parameters<typeof logHoursWith> => [
      circuitOf([{ ref: 'C1', kind: 'capacitor', pins: ['a', 'b'], farads: 47e-6, rated: { volts: 35 }, celsius }]),
      { ref: 'C1', part: 'C1', fault: 'drift', weight: 1, steps: [] },
      2000,
    ];
    const likeliest = [105, 85, 65].map((celsius) => {
      const [circuit, one] = fault(celsius);
      const hours = Array.from({ length: 80 }, (_, index) => 100 * 1.1 ** index);
      return hours.reduce((best, at) => (logHoursWith(circuit, one, at) > logHoursWith(circuit, one, best) ? at : best));
    });
    // By the logarithm of the hours Weibull's density is highest where 63 % have it.
    for (const [index, hours] of [2000, 8000, 32_000].entries()) expect((likeliest[index] ?? 0) / hours).toBeCloseTo(1, 0);
  });

  it('speaks for nothing where cells are changed and leads are no part of it, and is never decisive', () => {
    const torch = circuitOf([
      { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'alkaline', size: 'AA', series: 3 },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 10 },
      { ref: 'D1', kind: 'led', pins: ['a', 'm'] },
    ]);
    const cell = { ref: 'B1', part: 'B1', fault: 'drift', weight: 1, steps: [] } as const;
    expect(logHoursWith(torch, cell, 5)).toBe(logHoursWith(torch, cell, 50_000));
    const chip = { ref: 'D1', part: 'D1', fault: 'open', weight: 1, steps: [] } as const;
    for (const hours of [1, 100, 25_000, 1e6])
      expect(logHoursWith(torch, chip, hours)).toBeGreaterThan(logAnyHours() + Math.log(0.05) - 1e-9);
  });
});
