import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../../circuit/circuit.testing.ts';
import type { Circuit } from '../../circuit/index.ts';
import type { Rated } from '../../device/index.ts';
import { solve } from '../../solve/index.ts';
import type { CircuitMove } from '../moves/registry.ts';
import { withRatings } from './sizing.ts';

/** What a new part in this place is bought for. */
function ratedFor(circuit: Circuit, move: CircuitMove, share?: number): Rated | undefined {
  const solved = solve(circuit);
  if (!solved.ok) throw new Error(solved.error.message);
  const [rated] = withRatings([move], circuit, [solved.value], share);
  return rated && 'rated' in rated ? rated.rated : undefined;
}

function capacitorAt(volts: number, farads: number): Circuit {
  return circuitOf([
    { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts },
    { ref: 'C1', kind: 'capacitor', pins: ['a', '0'], farads },
    { ref: 'R1', kind: 'resistor', pins: ['a', '0'], ohms: 1e6 },
  ]);
}

const voltsFor = (volts: number, farads: number, share?: number) =>
  ratedFor(capacitorAt(volts, farads), { move: 'replace-capacitor', ref: 'C1', farads }, share)?.volts;

function resistorAt(watts: number, ohms = 100, fusible?: boolean): Circuit {
  return circuitOf([
    { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: Math.sqrt(watts * ohms) },
    { ref: 'R1', kind: 'resistor', pins: ['a', '0'], ohms, ...(fusible && { fusible }) },
  ]);
}

const resistorFor = (watts: number, { ohms = 100, share, fusible }: { ohms?: number; share?: number; fusible?: boolean } = {}) =>
  ratedFor(resistorAt(watts, ohms, fusible), { move: 'replace-resistor', ref: 'R1', ohms }, share);

/** Each step is enough for itself, and a little more wants the next. */
function climbs(steps: readonly number[], ratingFor: (load: number) => number | undefined): void {
  expect(steps.map((step) => ratingFor(0.999 * step))).toEqual(steps);
  expect(steps.slice(0, -1).map((step) => ratingFor(1.001 * step))).toEqual(steps.slice(1));
}

describe('a new part is bought', () => {
  it('of electrolytics and film capacitors in the volts that they are sold for (IEC 60063 series R5, and the usual ones between)', () => {
    climbs([6.3, 10, 16, 25, 35, 50, 63, 100, 160, 200, 250, 350, 400, 450], (volts) => voltsFor(volts, 10e-6, 1));
    climbs([63, 100, 250, 400, 630, 1000], (volts) => voltsFor(volts, 100e-9, 1));
  });

  it('of small resistors as they say what volts they bear, where they bear more than is usual of a 1206', () => {
    // A hundred megohms take so little at these volts that it is a small one by its watts.
    const forVolts = (volts: number) => {
      const ohms = 100e6;
      return ratedFor(resistorAt(volts ** 2 / ohms, ohms), { move: 'replace-resistor', ref: 'R1', ohms }, 1)?.volts;
    };
    climbs([250, 350, 500, 700, 1000, 1600], forVolts);
  });

  it('of regulators as two-legged ones, transistors with a reference, or linear drivers for lamps on mains bear their volts', () => {
    const regulatorFor = (volts: number, amps: number, share?: number) =>
      ratedFor(
        circuitOf([
          { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts },
          { ref: 'R1', kind: 'sink', pins: ['a', '0'], amps, dropoutVolts: 1.4 },
        ]),
        { move: 'replace-with-sink', ref: 'R1', amps, dropoutVolts: 1.4 },
        share,
      );
    climbs([45, 120, 500], (volts) => regulatorFor(volts, 0.01, 1)?.volts);
    climbs([0.3, 0.5, 1, 2, 5, 10], (watts) => regulatorFor(10, watts / 10, 1)?.watts);
    // Where nobody says how much, at half of its watts and 0.85 of its volts.
    expect([0.49, 0.51].map((share) => regulatorFor(10, share / 10)?.watts)).toEqual([1, 2]);
    expect([0.84, 0.86].map((share) => regulatorFor(share * 120, 0.001)?.volts)).toEqual([120, 500]);
  });

  it('and nothing is where a part is only taken out or linked over', () => {
    const circuit = resistorAt(0.1);
    const moves: readonly CircuitMove[] = [
      { move: 'remove-part', ref: 'R1' },
      { move: 'link-out', ref: 'R1' },
      { move: 'replace-resistor', ref: 'R99', ohms: 100 },
    ];
    const solved = solve(circuit);
    expect(solved.ok && withRatings(moves, circuit, [solved.value], undefined)).toEqual(moves);
  });

  it('with a margin where nobody says how much: 0.85 of a capacitor’s volts, half of a resistor’s watts, 0.67 of a fuse', () => {
    expect([0.84, 0.86].map((share) => voltsFor(share * 100, 10e-6))).toEqual([100, 160]);
    expect([0.49, 0.51].map((share) => resistorFor(share * 0.5)?.watts)).toEqual([0.5, 1]);
    const fuseFor = (amps: number) =>
      ratedFor(
        circuitOf([
          { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 10 },
          { ref: 'F1', kind: 'fuse', pins: ['a', 'b'] },
          { ref: 'R1', kind: 'resistor', pins: ['b', '0'], ohms: 10 / amps },
        ]),
        { move: 'add-fuse', ref: 'F1', at: { ref: 'V1', pin: 0 } } as CircuitMove,
      )?.amps;
    expect([0.66, 0.69].map((share) => fuseFor(share))).toEqual([1, 1.6]);
  });

  it('of resistors in the watts that they are sold for, one that opens as a fuse from 1 W on', () => {
    climbs([0.125, 0.25, 0.5, 1, 2, 3, 5, 10, 25], (watts) => resistorFor(watts, { share: 1 })?.watts);
    expect(resistorFor(0.01, { fusible: true })?.watts).toBe(1);
  });

  it('of a small resistor above 150 V by its volts as well', () => {
    expect(resistorFor(149 ** 2 / 1e6, { ohms: 1e6 })).toEqual({ watts: 0.125 });
    // 151 V ÷ 0.85 = 178 V.
    expect(resistorFor(151 ** 2 / 1e6, { ohms: 1e6 })).toEqual({ watts: 0.125, volts: 250 });
  });

  it('as it was said, where the change says it', () => {
    const change: CircuitMove = { move: 'replace-capacitor', ref: 'C1', farads: 10e-6, rated: { volts: 63 } };
    expect(ratedFor(capacitorAt(5, 10e-6), change)).toEqual({ volts: 63 });
  });
});
