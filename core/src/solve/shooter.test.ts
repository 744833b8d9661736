import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import type { Circuit } from '../circuit/index.ts';
import { mainsCircuit } from './mains-circuit.testing.ts';
import { findSettledState } from './settled-state.ts';
import { FIGURES, Shooter } from './shooter.ts';
import { CircuitSystem } from './system.ts';

/** A shooter with the period recorded that begins so far off the settled state, as a share of it, and where that is. */
function recordedAside(circuit: Circuit, share: number) {
  const settled = findSettledState(circuit);
  if (!settled.ok) throw new Error(settled.error.message);
  const { state, seconds } = settled.value;
  const shooter = new Shooter(new CircuitSystem(circuit), seconds, {});
  const by = state.map((value) => -share * value);
  shooter.shoot(
    state.map((value, index) => value - by[index]),
    FIGURES,
  );
  return { shooter, by, state, seconds };
}

const largestOf = (values: Float64Array) => values.reduce((most, value) => Math.max(most, Math.abs(value)), 0);

describe('a recorded period', () => {
  it('that is moved along its tangents is the one that begins where it was moved to', () => {
    let moved = 0;
    for (let seed = 1; seed <= 40; seed++) {
      const circuit = mainsCircuit(seed);
      const { shooter, by, state, seconds } = recordedAside(circuit, 1e-3);
      if (!shooter.isMovable || !shooter.move(by)) continue;
      moved += 1;
      const [found, steps] = [shooter.finish(), new Shooter(new CircuitSystem(circuit), seconds, {})];
      steps.shoot(state, FIGURES);
      const asRun = steps.finish();
      for (const slot of found.system.slotOf) {
        const [one, other] = [found.amps(slot), asRun.amps(slot)];
        const charge = (recording: typeof found, amps: Float64Array) =>
          amps.reduce((sum, value, index) => sum + recording.moments.weights[index] * value, 0);
        expect(Math.abs(charge(found, one) - charge(asRun, other))).toBeLessThan(2e-3 * largestOf(other) + 1e-8);
      }
    }
    expect(moved).toBeGreaterThan(20);
  });

  it('is not moved to where a junction would conduct that did not', () => {
    const smoothed = circuitOf([
      { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 },
      { ref: 'R1', kind: 'resistor', pins: ['L', 'a'], ohms: 10 },
      { ref: 'B1', kind: 'bridge', pins: ['a', 'N', 'p', 'm'] },
      { ref: 'C1', kind: 'capacitor', pins: ['p', 'm'], farads: 47e-6 },
      { ref: 'R2', kind: 'resistor', pins: ['p', 'm'], ohms: 10e3 },
    ]);
    expect(
      [1e-5, 0.01].map((share) => {
        const { shooter, by } = recordedAside(smoothed, share);
        return shooter.move(by);
      }),
    ).toEqual([true, false]);
  });

  it('is not moved where something switches by itself', () => {
    const circuit = circuitOf([
      { ref: 'V1', kind: 'pulse', pins: ['a', '0'], volts: 5, hertz: 1000, duty: 0.3, ohms: 10 },
      { ref: 'C1', kind: 'capacitor', pins: ['a', '0'], farads: 1e-6 },
      { ref: 'R1', kind: 'resistor', pins: ['a', '0'], ohms: 100 },
    ]);
    expect(new Shooter(new CircuitSystem(circuit), 1e-3, {}).isMovable).toBe(false);
  });
});
