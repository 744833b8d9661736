import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../../circuit/circuit.testing.ts';
import { type Circuit, partOf, withFields } from '../../circuit/index.ts';
import type { Part } from '../../device/index.ts';
import { solve } from '../../solve/index.ts';
import { applyMoves, type CircuitMove, fittedBy, moveSchema, sayMoves } from '../index.ts';
import type { PlaceContext } from './move.ts';
import { effortOf, placesFor } from './registry.ts';

const driver = circuitOf([
  { ref: 'V1', kind: 'dc', pins: ['A', 'G'], volts: 12 },
  { ref: 'R1', kind: 'resistor', pins: ['A', 'B'], ohms: 100, marking: '101', fusible: true, rated: { watts: 0.5 } },
  { ref: 'D1', kind: 'led', pins: ['B', 'C'], series: 3 },
  { ref: 'U1', kind: 'sink', pins: ['C', 'S'], referenceVolts: 0.2, sense: ['R2', 'R3'], dropoutVolts: 0.5 },
  { ref: 'R2', kind: 'resistor', pins: ['S', 'G'], ohms: 20 },
  { ref: 'R3', kind: 'resistor', pins: ['S', 'G'], ohms: 20 },
  { ref: 'C1', kind: 'capacitor', pins: ['A', 'G'], farads: 10e-6, rated: { volts: 16 } },
]);

function after(...moves: CircuitMove[]): Circuit {
  return applyMoves(driver, moves);
}

const chipAmps = (circuit: Circuit) => {
  const solved = solve(circuit);
  return solved.ok ? (solved.value.leds.D1?.chip.amps.avg ?? Number.NaN) : Number.NaN;
};

const ALL: readonly CircuitMove[] = [
  { move: 'replace-resistor', ref: 'R1', ohms: 220 },
  { move: 'insert-resistor', ref: 'R9', at: { ref: 'D1', pin: 0 }, ohms: 50 },
  { move: 'parallel-resistor', ref: 'R9', across: 'R1', ohms: 100 },
  { move: 'remove-part', ref: 'R3' },
  { move: 'split-resistor', ref: 'R1', second: 'R9', ohms: 50 },
  { move: 'replace-capacitor', ref: 'C1', farads: 22e-6, rated: { volts: 25 } },
  { move: 'parallel-capacitor', ref: 'C9', across: 'C1', farads: 10e-6 },
  { move: 'link-out', ref: 'D1', chips: 1 },
  { move: 'replace-led', ref: 'D1', led: { colour: 'red' } },
  { move: 'replace-with-sink', ref: 'R1', amps: 0.01, dropoutVolts: 1.4 },
  { move: 'add-bleeder', ref: 'R9', across: 'C1', ohms: 1e5 },
  { move: 'add-fuse', ref: 'F1', at: { ref: 'V1', pin: 0 }, rated: { amps: 0.25 } },
  { move: 'add-balance', ref: 'R9', at: { ref: 'D1', pin: 0 }, ohms: 10 },
  { move: 'add-smoothing', ref: 'C9', plus: 'B', minus: 'G', farads: 1e-5 },
];

describe('every move', () => {
  it.each(ALL.map((move) => [move.move, move] as const))(
    '%s: is what the tape takes, changes the circuit, and leaves one that is solved',
    (_, move) => {
      expect(moveSchema.parse(move)).toEqual(move);
      const before = JSON.stringify(driver);
      const changed = after(move);
      expect(changed).not.toBe(driver);
      expect(JSON.stringify(driver)).toBe(before);
      expect(solve(changed).ok).toBe(true);
      for (const ref of fittedBy([move])) expect(partOf(changed, ref)).toBeDefined();
      expect(sayMoves(driver, [move]).length).toBeGreaterThan(3);
      expect(effortOf(driver, [move]).joints).toBeGreaterThan(0);
    },
  );

  it.each(
    ALL.filter((move) => move.ref !== 'R9' && move.ref !== 'C9' && move.move !== 'add-fuse').map((move) => [move.move, move] as const),
  )('%s of what is not there changes nothing', (_, move) => {
    expect(after({ ...move, ref: 'X7' } as CircuitMove)).toBe(driver);
  });
});

describe('what moves do', () => {
  it('another supply is plugged in: no part, no joint, and the old one can come back', () => {
    const plugged: CircuitMove = { move: 'replace-supply', ref: 'V1', part: { kind: 'dc', ref: 'V1', pins: ['A', 'G'], volts: 9 } };
    expect(effortOf(driver, [plugged])).toEqual({ parts: 0, joints: 0, reversible: true });
  });

  it('of several is all of it, and cannot be undone where one of them cannot', () => {
    const [resistor, led] = [
      { move: 'replace-resistor', ref: 'R1', ohms: 220 },
      { move: 'replace-led', ref: 'D1', led: { colour: 'red' } },
    ] as const;
    expect(effortOf(driver, [resistor, led])).toEqual({ parts: 4, joints: 8, reversible: false });
    expect(effortOf(driver, [led, resistor]).reversible).toBe(false);
    expect(effortOf(driver, [resistor, { move: 'link-out', ref: 'D1', chips: 1 }])).toEqual({ parts: 1, joints: 4, reversible: true });
  });

  it('a part that is replaced has no marking and no rating of the old one left, and stays fusible', () => {
    const changed = partOf(after({ move: 'replace-resistor', ref: 'R1', ohms: 220 }), 'R1');
    expect(changed).toMatchObject({ ohms: 220, tolerance: 0.05, fusible: true });
    expect([changed?.marking, changed?.rated]).toEqual([undefined, undefined]);
  });

  it('two halves in series carry the current of the one', () => {
    expect(chipAmps(after({ move: 'split-resistor', ref: 'R1', second: 'R9', ohms: 50 }))).toBeCloseTo(chipAmps(driver), 9);
  });

  it('a sense resistor lifted halves the current, and one put across adds to it', () => {
    // 0.2 V over 10 Ω, over 20 Ω, over 6.67 Ω.
    expect(chipAmps(driver)).toBeCloseTo(0.02, 4);
    expect(chipAmps(after({ move: 'remove-part', ref: 'R3' }))).toBeCloseTo(0.01, 4);
    expect(partOf(after({ move: 'parallel-resistor', ref: 'R9', across: 'R3', ohms: 20 }), 'U1')).toMatchObject({
      sense: ['R2', 'R3', 'R9'],
    });
  });

  it('a fuse leaves the source on its net, by which its live pin is known', () => {
    const changed = after({ move: 'add-fuse', ref: 'F1', at: { ref: 'V1', pin: 0 } });
    expect(partOf(changed, 'V1')?.pins[0]).toBe('A');
    expect(partOf(changed, 'F1')?.pins[0]).toBe('A');
    expect(partOf(changed, 'R1')?.pins[0]).not.toBe('A');
    expect(chipAmps(changed)).toBeCloseTo(chipAmps(driver), 4);
  });

  it('cells of another kind are full, and what was measured of the old is gone', () => {
    const torch = circuitOf([
      { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'alkaline', size: 'AA', series: 3, openVolts: 1.31, charge: 0.4 },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'm'], ohms: 10 },
    ]);
    const pack = partOf(applyMoves(torch, [{ move: 'replace-cells', ref: 'B1', chemistry: 'nimh' }]), 'B1');
    expect(pack).toMatchObject({ chemistry: 'nimh', size: 'AA', series: 3, charge: 1 });
    expect(pack).not.toHaveProperty('openVolts');
  });

  it('alike ones are said together, without zeros that say nothing', () => {
    const words = sayMoves(driver, [
      { move: 'replace-resistor', ref: 'R2', ohms: 47 },
      { move: 'replace-resistor', ref: 'R3', ohms: 47 },
      { move: 'link-out', ref: 'D1', chips: 1 },
    ]);
    expect(words.replace(/\s/g, ' ')).toBe('47 Ω for R2, R3, 1 chip of D1 linked out');
  });
});

describe('other cells', () => {
  it('keep nothing that was measured, stated or printed of those before, and are no less sure than fresh ones are', () => {
    const worn = { openVolts: 1.4, cellOhms: 0.3, ampHours: 9, tolerance: 1, spread: { openVolts: 0.01 }, marking: 'LR20' };
    const measured = circuitOf([{ ref: 'B1', kind: 'battery', pins: ['P', 'M'], chemistry: 'alkaline', size: 'D', series: 4, ...worn }]);
    const [cells] = applyMoves(measured, [{ move: 'replace-cells', ref: 'B1', chemistry: 'nimh', series: 4 }]).parts;
    expect(cells).toEqual({ ref: 'B1', kind: 'battery', pins: ['P', 'M'], size: 'D', chemistry: 'nimh', charge: 1, series: 4 });
  });
});

describe('a sink whose current other resistors set', () => {
  // Ten ohms in all set 20 mA; 12 V less three chips leave it more than it needs, 9 V do not.
  const starved = withFields(driver, 'V1', { volts: 9 });
  const sinkOf = (circuit: Circuit) => partOf(circuit, 'U1') as Extract<Part, { kind: 'sink' }>;

  it('keeps the resistance of its transistor: 0.5 V at 20 mA are 25 Ω, at 40 mA 1 V', () => {
    const twice = after({ move: 'replace-resistor', ref: 'R2', ohms: 20 / 3 });
    expect(sinkOf(twice).dropoutVolts).toBeCloseTo(1, 9);
    expect(sinkOf(after({ move: 'remove-part', ref: 'R3' })).dropoutVolts).toBeCloseTo(0.25, 9);
    expect(sinkOf(after({ move: 'replace-resistor', ref: 'R1', ohms: 10 })).dropoutVolts).toBe(0.5);
  });

  it('gets no more of a supply that starves it, whatever is fitted', () => {
    const before = chipAmps(starved);
    expect(before).toBeLessThan(0.019);
    // Parallel resistors take a little off the way of the current itself, and nothing off the transistor.
    const bound = (9 - 3 * 2.4) / (100 + 25);
    for (const ohms of [10, 1, 0.1]) {
      const fed = chipAmps(applyMoves(starved, [{ move: 'parallel-resistor', ref: 'R9', across: 'R2', ohms }]));
      expect(fed).toBeGreaterThanOrEqual(before);
      expect(fed).toBeLessThan(bound);
    }
  });
});

describe('values that are tried', () => {
  it('in parallel are from a tenth of what they lie across, below which they replace it, to a hundred times, which changes 1 %', () => {
    const places = placesFor(driver, ['parallel-resistor'], {} as PlaceContext);
    const ofR1 = places.find((place) => place.is === 'value' && place.of?.join() === 'R1');
    expect(ofR1).toMatchObject({ from: expect.closeTo(10, 9), to: expect.closeTo(10_000, 9) });
  });
});
