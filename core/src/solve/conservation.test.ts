import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { type Circuit, groundOf } from '../circuit/index.ts';
import { seededRandom } from '../numeric/index.ts';
import { type Solution, solve, solveOperatingPoint } from './index.ts';
import { type LoosePart, randomCircuit } from './random-circuit.testing.ts';

const seeds = fc.integer({ min: 1, max: 1e9 });
const runs = (numRuns: number) => ({ numRuns, seed: 20261125, endOnFailure: true });

/** What the traces of conductance that keep floating nets in reach may take, W. */
const LEAKAGE_WATTS = 3e-8;

/**
 * Within 0.1 % of what is given; where far more goes to and fro between stores than is given, within a ten thousandth of that.
 */
function expectBalance({ parts, regime }: Solution): void {
  const watts = Object.values(parts).map((part) => part.watts);
  expect(watts.every(Number.isFinite)).toBe(true);
  const given = watts.reduce((sum, value) => sum - Math.min(0, value), 0);
  const toAndFro = regime === 'dc' ? 0 : 1e-2 + Math.max(...Object.values(parts).map(({ volts, amps }) => volts.rms * amps.rms));
  expect(Math.abs(watts.reduce((sum, value) => sum + value, 0))).toBeLessThanOrEqual(1e-3 * given + 1e-4 * toAndFro + LEAKAGE_WATTS);
}

function expectChargeKept(circuit: Circuit): void {
  const point = solveOperatingPoint(circuit);
  if (!point.ok) return;
  const { system, x } = point.value;
  const amps = new Float64Array(system.slotCount);
  system.pinAmps(x, amps);
  const into = new Map<string, { sum: number; largest: number }>();
  circuit.parts.forEach((part, index) => {
    (part.pins as readonly string[]).forEach((net, pin) => {
      const current = amps[system.slotOf[index] + pin];
      const { sum, largest } = into.get(net) ?? { sum: 0, largest: 0 };
      into.set(net, { sum: sum + current, largest: Math.max(largest, Math.abs(current)) });
    });
  });
  for (const [net, { sum, largest }] of into) {
    expect({ net, off: Math.abs(sum) <= 1e-6 * largest + 1e-9 }).toEqual({ net, off: true });
  }
}

describe('conservation', () => {
  it('of energy and charge, on 1,500 random direct-current circuits of every kind of part', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const circuit = randomCircuit(seed, { supply: 'dc', kinds: 'every' });
        const solution = solve(circuit);
        if (!solution.ok) {
          // Converters that feed themselves may have no point to rest at; nothing else may fail, and who is at odds is named.
          expect(circuit.parts.some(({ kind }) => kind === 'converter')).toBe(true);
          expect(circuit.parts.some(({ ref }) => solution.error.message.includes(ref))).toBe(true);
          return;
        }
        expectBalance(solution.value);
        expectChargeKept(circuit);
      }),
      runs(1500),
    );
  });

  it('of energy, on 500 random alternating circuits, all of which settle', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const solution = solve(randomCircuit(seed, { supply: 'ac', kinds: 'two-pinned' }));
        if (!solution.ok) throw new Error(solution.error.message);
        expectBalance(solution.value);
      }),
      runs(500),
    );
  });
});

describe('the same circuit written otherwise', () => {
  it('gives the same currents to 1e-6: renamed, reordered, series chips written out', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const circuit = randomCircuit(seed, { supply: 'dc', kinds: 'two-pinned' });
        const [one, other] = [solve(circuit), solve(rewritten(circuit, seed))];
        if (!one.ok || !other.ok) throw new Error('both have a solution');
        for (const { ref } of circuit.parts) {
          const [a, b] = [one.value.parts[ref], other.value.parts[`x${ref}`] ?? other.value.parts[`x${ref}-1`]];
          expect(Math.abs((a?.amps.avg ?? Number.NaN) - (b?.amps.avg ?? Number.NaN))).toBeLessThanOrEqual(
            1e-6 * Math.abs(a?.amps.avg ?? 0) + 1e-9,
          );
        }
      }),
      runs(400),
    );
  });

  it('holds for a mains dropper with its 24 chips apart, in any order', () => {
    const dropper = circuitOf([
      { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50, ohms: 0.5 },
      { ref: 'R1', kind: 'resistor', pins: ['L', 'a'], ohms: 100 },
      { ref: 'C1', kind: 'capacitor', pins: ['a', 'b'], farads: 1e-6 },
      { ref: 'R2', kind: 'resistor', pins: ['a', 'b'], ohms: 470e3 },
      { ref: 'B1', kind: 'bridge', pins: ['b', 'N', 'p', 'm'] },
      { ref: 'C2', kind: 'capacitor', pins: ['p', 'm'], farads: 10e-6 },
      { ref: 'R3', kind: 'resistor', pins: ['p', 'm'], ohms: 220e3 },
      { ref: 'D1', kind: 'led', pins: ['p', 'm'], series: 24, points: [[0.06, 3.1]] },
    ]);
    const [one, other] = [solve(dropper), solve(rewritten(dropper, 3))];
    if (!one.ok || !other.ok) throw new Error('both have a solution');
    const [a, b] = [one.value.leds.D1?.chip.amps, other.value.leds['xD1-1']?.chip.amps];
    for (const figure of ['avg', 'rms', 'max'] as const) {
      expect(Math.abs((b?.[figure] ?? 0) / (a?.[figure] ?? 1) - 1)).toBeLessThan(1e-6);
    }
  });
});

function rewritten(circuit: Circuit, seed: number): Circuit {
  const next = seededRandom(seed + 1);
  const parts = circuit.parts.flatMap((part): LoosePart[] => {
    const pins = (part.pins as readonly string[]).map((net) => `w${net}`);
    if (part.kind !== 'led' || (part.series ?? 1) === 1) return [{ ...part, ref: `x${part.ref}`, pins }];
    const { series, ...chip } = part;
    const nets = [pins[0], ...Array.from({ length: (series ?? 1) - 1 }, (_, index) => `${part.ref}.${index}`), pins[1]] as string[];
    return nets.slice(1).map((net, index) => ({ ...chip, ref: `x${part.ref}-${index + 1}`, pins: [nets[index] as string, net] }));
  });
  const shuffled = parts.map((part) => ({ part, place: next() })).sort((a, b) => a.place - b.place);
  return circuitOf(
    shuffled.map(({ part }) => part),
    { ground: `w${groundOf(circuit)}` },
  );
}

describe('a circuit that is too large to be solved densely', () => {
  // Over 36 unknowns, with a source between two nets, coils and transistors: no symmetric matrix.
  const LADDER = Array.from({ length: 24 }, (_, index): readonly LoosePart[] => [
    { ref: `R${index}`, kind: 'resistor', pins: [`p${index}`, `p${index + 1}`], ohms: 1 + index / 10 },
    { ref: `L${index}`, kind: 'inductor', pins: [`p${index + 1}`, `q${index}`], henries: 1e-3, ohms: 0.2 },
    { ref: `Q${index}`, kind: 'bjt', pins: [`q${index}`, `b${index}`, 'm'], polarity: 'npn', beta: 100 },
    { ref: `S${index}`, kind: 'resistor', pins: [`p${index + 1}`, `b${index}`], ohms: 22_000 },
  ]).flat();
  const circuit = circuitOf(
    [{ ref: 'V1', kind: 'dc', pins: ['p0', 'x'], volts: 6 }, { ref: 'R99', kind: 'resistor', pins: ['x', 'm'], ohms: 0.5 }, ...LADDER],
    {
      ground: 'm',
    },
  );

  it('keeps charge and energy, and each coil has no volts but its winding’s', () => {
    const solved = solve(circuit);
    if (!solved.ok) throw new Error(solved.error.message);
    expectBalance(solved.value);
    expectChargeKept(circuit);
    for (let index = 0; index < 24; index++) {
      const { volts, amps } = solved.value.parts[`L${index}`] ?? { volts: { avg: 1 }, amps: { avg: 0 } };
      expect(volts.avg).toBeCloseTo(0.2 * amps.avg, 9);
      // Saturated, or 100 times what 22 kΩ let into its base: milliamperes.
      expect(amps.avg).toBeGreaterThan(0.004);
    }
  });
});
