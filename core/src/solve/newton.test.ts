import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { Newton, STAGE_NEWTON } from './newton.ts';
import { CircuitSystem } from './system.ts';

/** Where steps are limited by volts alone, a current falls to a third at a time: six solves for the first below, thirteen for the second, nine for the bridge. */
const MOST_SOLVES = { alone: 4, bridge: 5 } as const;

/** Solves that a circuit takes from where its source is off to where it is on. */
function solvesToTurnOn(newton: Newton, system: CircuitSystem): number {
  const x = new Float64Array(system.size);
  newton.forget();
  expect(newton.run(x, undefined, 0).outcome).toBe('converged');
  const run = newton.run(x, undefined, 1);
  expect(run.outcome).toBe('converged');
  return run.iterations;
}

describe("Newton's method", () => {
  it.each([
    [12, 'silicon', 1e2],
    [12, 'silicon', 1e5],
    [325, 'silicon', 1e4],
    [325, 'schottky', 1e6],
  ] as const)('turns on a diode that %d V feeds, %s, behind %d Ω, in a few solves', (volts, type, ohms) => {
    const system = new CircuitSystem(
      circuitOf([
        { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts },
        { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms },
        { ref: 'D1', kind: 'diode', pins: ['a', 'm'], type },
      ]),
    );
    expect(solvesToTurnOn(new Newton(system, STAGE_NEWTON), system)).toBeLessThanOrEqual(MOST_SOLVES.alone);
  });

  it('turns on a bridge with LEDs behind it in a few solves', () => {
    const system = new CircuitSystem(
      circuitOf([
        { ref: 'V1', kind: 'dc', pins: ['L', 'N'], volts: 120 },
        { ref: 'R1', kind: 'resistor', pins: ['L', 'a'], ohms: 2200 },
        { ref: 'B1', kind: 'bridge', pins: ['a', 'N', 'p', 'm'] },
        { ref: 'D1', kind: 'led', pins: ['p', 'm'], series: 24 },
      ]),
    );
    expect(solvesToTurnOn(new Newton(system, STAGE_NEWTON), system)).toBeLessThanOrEqual(MOST_SOLVES.bridge);
  });
});
