import { describe, expect, it } from '@jest/globals';
import { circuitOf, type LoosePart } from '../circuit/circuit.testing.ts';
import { drawNormal, seededRandom } from '../numeric/index.ts';
import { solve } from '../solve/index.ts';
import { stringSharingOf } from './index.ts';

function sharingIn(...parts: LoosePart[]) {
  const circuit = circuitOf(parts);
  const solved = solve(circuit);
  if (!solved.ok) throw new Error(solved.error.message);
  return { circuit, sharing: stringSharingOf(circuit, solved.value), solution: solved.value };
}

const two = (ohms: number, series = [3, 3]): LoosePart[] => [
  { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 12 },
  ...[1, 2].flatMap((n) => [
    { ref: `R${n}`, kind: 'resistor', pins: ['a', `x${n}`], ohms },
    { ref: `D${n}`, kind: 'led', pins: [`x${n}`, '0'], series: series[n - 1] },
  ]),
];

describe('sharing between strings', () => {
  it('agrees with long sampling that solves each gadget by plain subdivision', () => {
    const { sharing, circuit, solution } = sharingIn(...two(47));
    const total = (solution.leds.D1?.chip.amps.avg ?? 0) + (solution.leds.D2?.chip.amps.avg ?? 0);
    const led = circuit.parts.find(({ ref }) => ref === 'D1');
    if (led?.kind !== 'led') throw new Error('no LED');
    // One string at given volts, by halving; then the volts at which both take the total.
    const chip = solution.leds.D1?.chip;
    const slope = stringOhms(47, 3);
    const random = seededRandom(99);
    const ratios = Array.from({ length: 20_000 }, () => {
      const shifts = [0, 1].map(() => (0.08 / Math.sqrt(3)) * drawNormal(random) * 3);
      // Two strings of one slope at a common voltage: the difference of their volts drives a difference of currents.
      return 1 + ((shifts[1] ?? 0) - (shifts[0] ?? 0)) / 2 / slope / (total / 2);
    }).sort((a, b) => a - b);
    expect(chip?.amps.avg).toBeCloseTo(total / 2, 9);
    const mixed = sharing.find(({ spread }) => spread === 'mixed');
    expect(mixed?.strings[0]?.oneInTwenty).toBeCloseTo(ratios[Math.floor(0.95 * ratios.length)] ?? 0, 1);
    expect(mixed?.strings[0]?.typical).toBeCloseTo(1, 1);

    function stringOhms(ohms: number, chips: number): number {
      const solvedAt = (volts: number) => {
        const at = solve({ ...circuit, parts: circuit.parts.map((part) => (part.kind === 'dc' ? { ...part, volts } : part)) });
        return at.ok ? (at.value.leds.D1?.chip.volts.avg ?? 0) : Number.NaN;
      };
      const amps = (volts: number) => (volts - chips * solvedAt(volts)) / ohms;
      return 0.02 / (amps(12.01) - amps(11.99));
    }
  });

  it('does not depend on how the strings are fed: from mains it is that of their average current', () => {
    const direct = sharingIn(...two(100));
    const amps = direct.sharing[0]?.strings[0]?.amps ?? 0;
    const lamp = sharingIn(
      { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 60, hertz: 50, ohms: 2 },
      { ref: 'R9', kind: 'resistor', pins: ['L', 'k'], ohms: 1200 },
      { ref: 'B1', kind: 'bridge', pins: ['k', 'N', 'a', '0'] },
      { ref: 'C1', kind: 'capacitor', pins: ['a', '0'], farads: 470e-6 },
      ...two(100).slice(1),
    );
    const fed = lamp.sharing[1]?.strings[0];
    expect(fed?.amps).toBeGreaterThan(0.005);
    expect(fed?.oneInTwenty).toBeGreaterThan(1);
    // The less current, the less the resistors hold the strings to it.
    expect((fed?.oneInTwenty ?? 0) > (direct.sharing[1]?.strings[0]?.oneInTwenty ?? 0)).toBe((fed?.amps ?? 0) < amps);
  });

  it('of strings of unlike length says what each carries to begin with', () => {
    const { sharing } = sharingIn(...two(100, [3, 2]));
    const [long, short] = sharing[0]?.strings ?? [];
    expect(short?.amps).toBeGreaterThan(1.5 * (long?.amps ?? 0));
    expect(long?.refs).toEqual(['R1', 'D1']);
  });

  it('leaves bare LEDs on one pair of nets, and single strings, alone', () => {
    expect(sharingIn(...two(100).slice(0, 3)).sharing).toEqual([]);
    expect(
      sharingIn(
        { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
        { ref: 'R1', kind: 'resistor', pins: ['a', 'x'], ohms: 100 },
        { ref: 'D1', kind: 'led', pins: ['x', '0'] },
        { ref: 'D2', kind: 'led', pins: ['x', '0'] },
      ).sharing,
    ).toEqual([]);
  });
});
