import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../../circuit/circuit.testing.ts';
import type { Circuit } from '../../circuit/index.ts';
import { solve } from '../../solve/index.ts';
import { applyMoves, type CircuitMove, type OrderedStep, workOrder } from '../index.ts';

function orderOf(circuit: Circuit, moves: readonly CircuitMove[]): readonly OrderedStep[] {
  const after = applyMoves(circuit, moves);
  const [one, other] = [solve(circuit), solve(after)];
  if (!one.ok || !other.ok) throw new Error('unsolved');
  return workOrder({
    before: { circuit, solution: one.value },
    after: { circuit: after, solution: other.value },
    supplyRef: circuit.parts[0]?.ref ?? '',
    uncertainty: 0.05,
    moves,
  });
}

const lamp = circuitOf([
  { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 },
  { ref: 'R1', kind: 'resistor', pins: ['L', 'a'], ohms: 10, fusible: true, rated: { watts: 1 } },
  { ref: 'C1', kind: 'capacitor', pins: ['a', 'b'], farads: 820e-9, rated: { class: 'X2', volts: 310 } },
  { ref: 'B1', kind: 'bridge', pins: ['b', 'N', 'p', 'm'] },
  { ref: 'C2', kind: 'capacitor', pins: ['p', 'm'], farads: 10e-6, rated: { volts: 400 } },
  { ref: 'R2', kind: 'resistor', pins: ['p', 'm'], ohms: 470e3 },
  { ref: 'D1', kind: 'led', pins: ['p', 'm'], series: 48 },
]);

const clip = circuitOf([
  { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
  { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 39 },
  { ref: 'D1', kind: 'led', pins: ['b', '0'] },
]);

describe('a work order on mains', () => {
  const order = orderOf(lamp, [
    { move: 'replace-capacitor', ref: 'C1', farads: 390e-9, rated: { class: 'X2', volts: 310 } },
    { move: 'replace-resistor', ref: 'R1', ohms: 22, fusible: true, rated: { watts: 1 } },
  ]);
  const textOf = (name: string) =>
    order
      .filter((step) => step.name === name)
      .map(({ text }) => text)
      .join(' ');

  it('goes from making safe over measuring, work, distances and a dead check to power, and ends with a mark', () => {
    expect([...new Set(order.map(({ name }) => name))]).toEqual([
      'Make safe',
      'Measure',
      'Lift',
      'Fit',
      'Distances',
      'Check dead',
      'First power',
      'Then',
      'Mark',
    ]);
    expect(new Set(order.map(({ key }) => key)).size).toBe(order.length);
  });

  it('waits for what is stored by what discharges it, and discharges what nothing does', () => {
    // 470 kΩ · 1.05 · 10 µF · 1.2 · ln(1.1 · 159 V ÷ 34 V) = 9.7 s.
    expect(textOf('Make safe')).toMatch(/C2 holds up to 1[56]\d V and is discharged by 470.kΩ: wait 10 s/);
    expect(textOf('Make safe')).toMatch(/C1 holds up to \d+ V and nothing discharges it: 10.kΩ 5 W .* for 1 s/);
    expect(textOf('Measure')).toMatch(/C1 and C2: below 5 V/);
  });

  it('what stood there for safety is replaced by nothing less', () => {
    expect(textOf('Fit')).toMatch(/C1 is of class X2/);
    expect(textOf('Fit')).toMatch(/R1 opens as a fuse does/);
  });

  it('first power is behind a lamp that stays dark, then direct with when to switch off', () => {
    expect(textOf('First power')).toMatch(/filament lamp of 25 W .* stays dark/);
    const [amps] = order.find(({ name }) => name === 'Then')?.expect ?? [];
    expect(amps?.value).toBeGreaterThan(0.015);
    expect(textOf('Then')).toContain(`${Math.round(1350 * (amps?.value ?? 0))}`);
    expect(textOf('Mark')).toMatch(/Altered: C1, R1\. Not for unattended use/);
  });
});

describe('a work order on low volts', () => {
  it('no wait where nothing is stored, a limited supply, no mark', () => {
    const order = orderOf(clip, [{ move: 'insert-resistor', ref: 'R2', at: { ref: 'V1', pin: 0 }, ohms: 15, rated: { watts: 0.25 } }]);
    expect(order.map(({ name }) => name)).toEqual(['Make safe', 'Measure', 'Lift', 'Fit', 'Insulate', 'Check dead', 'First power']);
    expect(order[0]?.text).toMatch(/no wait/);
    const { text, expect: expected } = order.at(-1) as OrderedStep;
    const [, limit, most] = /limited to (\d+).mA, volts up from nothing.*again above (\d+).mA/.exec(text) ?? [];
    // Room for what a supply draws while its volts come up, and off well before what is expected has doubled; to two digits.
    const amps = expected?.[0]?.value as number;
    expect(Number(limit)).toBe(Number((1200 * amps).toPrecision(2)));
    expect(Number(most)).toBe(Number((1350 * amps).toPrecision(2)));
    expect(order.find(({ name }) => name === 'Check dead')?.text).toMatch(/R2 15.Ω/);
  });

  it('cells come out first', () => {
    const torch = circuitOf([
      { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'alkaline', size: 'AA', series: 3 },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 10 },
      { ref: 'D1', kind: 'led', pins: ['a', 'm'] },
    ]);
    expect(orderOf(torch, [{ move: 'replace-resistor', ref: 'R1', ohms: 33 }])[0]?.text).toMatch(/^Cells out/);
  });
});
