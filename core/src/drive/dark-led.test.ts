import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { ledVoltsAt, type PartOf } from '../device/index.ts';
import { solve } from '../solve/index.ts';
import { darkLedOf, sayDarkLed } from './dark-led.ts';

type Loose = Record<string, unknown> & { ref: string; kind: string; pins: string[] };

function dark(...parts: readonly Loose[]) {
  const circuit = circuitOf(parts);
  const solved = solve(circuit);
  if (!solved.ok) throw new Error(solved.error.message);
  return { circuit, dark: darkLedOf(circuit, solved.value, 'D1') };
}

const cells = (series: number): Loose => ({ ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'alkaline', size: 'AA', series });

describe('an LED that is dark', () => {
  it('glows from 10 µA a chip on: what a dark-adapted eye sees of a small LED', () => {
    const { circuit, dark: one } = dark(cells(1), { ref: 'D1', kind: 'led', pins: ['p', 'm'], parallel: 2 });
    const led = circuit.parts.find(({ ref }) => ref === 'D1') as PartOf<'led'>;
    expect(one?.glowsFromVolts).toBeCloseTo(ledVoltsAt(led, 20e-6, { celsius: 25 }), 9);
    expect(one?.acrossVolts).toBeCloseTo(1.59, 2);
    expect(one && sayDarkLed(one)).toMatch(/1\.59\sV/);
  });

  it('behind a converter that is fed too little has that said', () => {
    const behind = (series: number, minInVolts: number, maxInVolts: number) =>
      dark(
        cells(series),
        {
          ref: 'U1',
          kind: 'converter',
          mode: 'boost',
          pins: ['p', 'm', 'o', 'm2'],
          outVolts: 5,
          limitAmps: 0.1,
          efficiency: 0.8,
          minInVolts,
          maxInVolts,
        },
        { ref: 'R1', kind: 'resistor', pins: ['o', 'a'], ohms: 1000 },
        { ref: 'D1', kind: 'led', pins: ['a', 'm2'] },
        { ref: 'R9', kind: 'resistor', pins: ['m2', 'm'], ohms: 0.001 },
      ).dark?.offConverters;
    expect(behind(1, 1.8, 5)).toEqual([{ ref: 'U1', fedVolts: expect.closeTo(1.59, 2), from: 1.8, to: 5 }]);
    expect(behind(1, 0.9, 5)).toEqual([]);
  });

  it('of a ref that is none there is nothing to say', () => {
    const { circuit } = dark(cells(1), { ref: 'D1', kind: 'led', pins: ['p', 'm'] });
    const solved = solve(circuit);
    expect(solved.ok && darkLedOf(circuit, solved.value, 'B1')).toBeUndefined();
  });
});
