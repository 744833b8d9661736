import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import type { Circuit } from '../circuit/index.ts';
import { solve } from '../solve/index.ts';
import { type EstimateReading, unloadedFactor } from './index.ts';

const divider = circuitOf([
  { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 10 },
  { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 4.7e6 },
  { ref: 'R2', kind: 'resistor', pins: ['b', '0'], ohms: 4.7e6 },
]);
const factor = (circuit: Circuit, reading: EstimateReading, load: Parameters<typeof unloadedFactor>[3]) => {
  const solution = solve(circuit);
  if (!solution.ok) throw new Error(solution.error.message);
  return unloadedFactor(circuit, solution.value, reading, load);
};
const volts = (across: string | [string, string]): EstimateReading => ({ id: '1', kind: 'volts', across, value: 4, uncertainty: 0.01 });

describe('a meter loads what it reads', () => {
  it('10 megohm over half of two 4.7 megohm: by Thévenin, 1 + 2.35 / 10', () => {
    expect(factor(divider, volts('R2'), { inputOhms: 10e6 })).toBeCloseTo(1.235, 5);
    expect(factor(divider, volts(['b', '0']), { inputOhms: 10e6 })).toBeCloseTo(1.235, 5);
    expect(factor(divider, volts('V1'), { inputOhms: 10e6 })).toBe(1);
  });

  it('a shunt of 2 ohm in a lead of 27', () => {
    const lamp = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
      { ref: 'R1', kind: 'resistor', pins: ['a', '0'], ohms: 27 },
    ]);
    const reading: EstimateReading = { id: '1', kind: 'amps', through: 'R1', value: 0.17, uncertainty: 0.001 };
    expect(factor(lamp, reading, { burdenOhms: 2 })).toBeCloseTo(29 / 27, 9);
    expect(factor(lamp, { ...reading, through: 'V1' }, { burdenOhms: 2 })).toBeCloseTo(29 / 27, 9);
  });

  it('does nothing where there is no load, or no such part', () => {
    expect(factor(divider, volts('R2'), {})).toBe(1);
    expect(factor(divider, volts('R9'), { inputOhms: 1e6 })).toBe(1);
  });
});
