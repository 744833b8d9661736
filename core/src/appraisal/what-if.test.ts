import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import type { Circuit } from '../circuit/index.ts';
import { solve } from '../solve/index.ts';
import { type WhatIf, whatIf } from './what-if.ts';

function outcome(circuit: Circuit, change: Partial<WhatIf>) {
  const now = solve(circuit);
  if (!now.ok) throw new Error(now.error.message);
  const result = whatIf(circuit, 'D1', { supplyShare: 1, celsius: 25, ...change }, now.value);
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
}

const lamp = circuitOf([
  { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
  { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 68 },
  { ref: 'D1', kind: 'led', pins: ['b', '0'], rated: { amps: 0.02 } },
]);

describe('what if', () => {
  it('nothing changes, nothing does', () => {
    const now = solve(lamp);
    expect(outcome(lamp, {}).chipAmps).toBeCloseTo((now.ok && now.value.leds.D1?.chip.amps.avg) || 0, 12);
    expect(outcome(lamp, {}).light).toBe(1);
  });

  it('more volts are more current, light and watts; a warmer chip takes more through its resistor', () => {
    const [less, more] = [outcome(lamp, { supplyShare: 0.9 }), outcome(lamp, { supplyShare: 1.1 })];
    expect(more.chipAmps).toBeGreaterThan(less.chipAmps);
    expect(more.light).toBeGreaterThan(1);
    expect(more.supplyWatts).toBeGreaterThan(less.supplyWatts);
    expect(more.ofRated).toBeCloseTo(more.chipAmps / 0.02, 12);
    // 2 mV a kelvin over 68 ohm and the chip's own slope: about half a milliampere for 25 K.
    expect(outcome(lamp, { celsius: 50 }).chipAmps - outcome(lamp, {}).chipAmps).toBeGreaterThan(0.0003);
    expect(outcome(lamp, { celsius: 50 }).chipAmps - outcome(lamp, {}).chipAmps).toBeLessThan(0.0008);
  });

  it('emptier cells give less, and the volts of cells are not scaled', () => {
    const torch = circuitOf([
      { ref: 'B1', kind: 'battery', pins: ['a', '0'], chemistry: 'alkaline', size: 'AAA', series: 3 },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 22 },
      { ref: 'D1', kind: 'led', pins: ['b', '0'] },
    ]);
    expect(outcome(torch, { charge: 0.3 }).chipAmps).toBeLessThan(outcome(torch, { charge: 1 }).chipAmps);
    expect(outcome(torch, { supplyShare: 1.2 }).chipAmps).toBeCloseTo(outcome(torch, {}).chipAmps, 12);
  });
});
