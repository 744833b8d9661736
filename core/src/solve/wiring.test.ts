import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import type { Circuit } from '../circuit/index.ts';
import { solveOperatingPoint } from './operating-point.ts';
import { randomCircuit } from './random-circuit.testing.ts';
import { CircuitSystem } from './system.ts';
import { unfold } from './unfold.ts';
import { wiringOf } from './wiring.ts';

function divider({ ohms = 1000, to = 'm' }: { ohms?: number; to?: string }): Circuit {
  return circuitOf([
    { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 12 },
    { ref: 'R1', kind: 'resistor', pins: ['p', 'k'], ohms },
    { ref: 'R2', kind: 'resistor', pins: ['k', to], ohms: 1000 },
    { ref: 'D1', kind: 'led', pins: ['k', 'm'] },
  ]);
}

function wiring(circuit: Circuit) {
  return wiringOf(unfold(circuit), new CircuitSystem(circuit).size);
}

/** The volts and currents of a circuit, or why it has none. */
function solved(circuit: Circuit): readonly number[] | string {
  const point = solveOperatingPoint(circuit);
  return point.ok ? [...point.value.x] : point.error.code;
}

describe('the wiring of a circuit', () => {
  it('is one for circuits that differ in values alone, and another where a pin is elsewhere', () => {
    const first = wiring(divider({}));
    expect(wiring(divider({ ohms: 47 }))).toBe(first);
    const other = wiring(divider({ to: 'p' }));
    expect(other).not.toBe(first);
    expect(wiring(divider({}))).toBe(first);
  });

  it('leaves each circuit a matrix of its own', () => {
    const { newMatrix } = wiring(divider({}));
    const [one, two] = [newMatrix(), newMatrix()];
    one.values.fill(7);
    expect([...two.values].every((value) => value === 0)).toBe(true);
  });

  // More circuits than are remembered lie between the first and the last time, so that one of the two is wired anew.
  it.each(['two-pinned', 'every'] as const)('changes no figure of 60 random circuits of %s parts, remembered or new', (kinds) => {
    const circuits = Array.from({ length: 60 }, (_, seed) => randomCircuit(seed, { supply: 'dc', kinds }));
    const once = circuits.map((circuit) => {
      const fresh = solved(circuit);
      expect(solved(circuit)).toEqual(fresh);
      return fresh;
    });
    expect(circuits.map(solved)).toEqual(once);
  });
});
