import { describe, expect, it } from '@jest/globals';
import { parseCircuit } from '../circuit/index.ts';
import { chipVoltsAt, typicalChip } from '../device/index.ts';
import { type Solution, solve } from './index.ts';

type Loose = Record<string, unknown> & { ref: string; kind: string; pins: string[] };

function solved(parts: Loose[], celsius?: number): Solution {
  const parsed = parseCircuit({ format: 'mindful-probe.circuit', version: 1, parts, ...(celsius !== undefined && { celsius }) });
  if (!parsed.ok) throw new Error(parsed.error.message);
  const solution = solve(parsed.value);
  if (!solution.ok) throw new Error(solution.error.message);
  return solution.value;
}

const supply = (volts: number, extra: Record<string, unknown> = {}): Loose => ({
  ref: 'V1',
  kind: 'dc',
  pins: ['p', '0'],
  volts,
  ...extra,
});

describe('direct current: each kind by its law', () => {
  it('a capacitor is open and an inductor is its winding', () => {
    const { parts } = solved([
      supply(10),
      { ref: 'L1', kind: 'inductor', pins: ['p', 'a'], henries: 1, ohms: 5 },
      { ref: 'R1', kind: 'resistor', pins: ['a', '0'], ohms: 5 },
      { ref: 'C1', kind: 'capacitor', pins: ['a', '0'], farads: 1e-3 },
    ]);
    expect(parts.R1?.amps.avg).toBeCloseTo(1, 6);
    expect(parts.C1?.amps.avg).toBe(0);
  });

  it('a silicon diode at 1 A drops n·Vt·ln(I/Is) + I·Rs', () => {
    const { parts } = solved([supply(1000, { ohms: 999 }), { ref: 'D1', kind: 'diode', pins: ['p', '0'] }]);
    const amps = parts.D1?.amps.avg ?? 0;
    expect(parts.D1?.volts.avg).toBeCloseTo(1.85 * 0.025693 * Math.log(amps / 4e-9) + amps * 0.03, 3);
  });

  it('a zener holds its volts at 5 mA, and rises by its ohms', () => {
    const { parts } = solved([
      supply(12),
      { ref: 'R1', kind: 'resistor', pins: ['p', 'k'], ohms: (12 - 5.1) / 0.005 },
      { ref: 'D1', kind: 'zener', pins: ['0', 'k'], zenerVolts: 5.1 },
    ]);
    expect(-(parts.D1?.volts.avg ?? 0)).toBeCloseTo(5.1, 3);
  });

  it('a sink gives its amps above dropout, and is a resistance below', () => {
    const least = solved([supply(5), { ref: 'I1', kind: 'sink', pins: ['p', '0'], amps: 0.02, dropoutVolts: 1e-300 }]);
    expect(least.parts.I1?.amps.avg).toBeCloseTo(0.02, 4);
    const high = solved([supply(5), { ref: 'I1', kind: 'sink', pins: ['p', '0'], amps: 0.02, dropoutVolts: 0.5 }]);
    const low = solved([
      supply(0.25),
      { ref: 'I1', kind: 'sink', pins: ['p', '0'], referenceVolts: 0.6, senseOhms: 30, dropoutVolts: 0.5 },
    ]);
    const back = solved([supply(-5), { ref: 'I1', kind: 'sink', pins: ['p', '0'], amps: 0.02, dropoutVolts: 0.5 }]);
    expect(high.parts.I1?.amps.avg).toBeCloseTo(0.02, 6);
    expect(low.parts.I1?.amps.avg).toBeCloseTo(0.01, 5);
    expect(Math.abs(back.parts.I1?.amps.avg ?? 1)).toBeLessThan(1e-6);
  });

  it.each([
    ['npn', 1],
    ['pnp', -1],
  ])('a %s transistor amplifies by its beta, and saturates', (polarity, sign) => {
    const circuit = (ohms: number): Loose[] => [
      supply(sign * 10),
      { ref: 'R1', kind: 'resistor', pins: ['p', 'b'], ohms: 930e3 },
      { ref: 'R2', kind: 'resistor', pins: ['p', 'c'], ohms },
      { ref: 'Q1', kind: 'bjt', pins: ['c', 'b', '0'], polarity, beta: 100 },
    ];
    const active = solved(circuit(1000));
    expect((active.parts.R2?.amps.avg ?? 0) / (active.parts.R1?.amps.avg ?? 1)).toBeCloseTo(100, 3);
    const saturated = solved(circuit(100e3));
    expect(sign * (saturated.parts.Q1?.volts.avg ?? 1)).toBeLessThan(0.2);
    expect(sign * (saturated.parts.Q1?.volts.avg ?? 0)).toBeGreaterThan(0);
  });

  it.each([
    ['n', 1],
    ['p', -1],
  ])('an %s-channel in saturation carries K/2·(Vgs − Vt)², and in reverse its body diode conducts', (polarity, sign) => {
    const { parts } = solved([
      supply(sign * 12),
      { ref: 'V2', kind: 'dc', pins: ['g', '0'], volts: sign * 4 },
      { ref: 'M1', kind: 'mosfet', pins: ['p', 'g', '0'], polarity, thresholdVolts: 2, gain: 0.5 },
    ]);
    expect(sign * (parts.M1?.amps.avg ?? 0)).toBeCloseTo(1, 6);
    const back = solved([
      { ref: 'V1', kind: 'dc', pins: ['0', 'p'], volts: sign * 5, ohms: 10 },
      { ref: 'M1', kind: 'mosfet', pins: ['p', 'g', '0'], polarity, thresholdVolts: 2, gain: 0.5 },
      { ref: 'R1', kind: 'resistor', pins: ['g', '0'], ohms: 1000 },
    ]);
    expect(sign * (back.parts.M1?.volts.avg ?? 0)).toBeLessThan(-0.5);
    expect(sign * (back.parts.M1?.volts.avg ?? 0)).toBeGreaterThan(-1.2);
  });

  it('a converter holds its volts, then its amps, and takes output ÷ efficiency; outside its range it is off', () => {
    const parts = (ohms: number, volts = 5): Loose[] => [
      supply(volts, { ohms: 0.1 }),
      {
        ref: 'U1',
        kind: 'converter',
        pins: ['p', '0', 'o', '0'],
        mode: 'boost',
        outVolts: 12,
        limitAmps: 0.3,
        efficiency: 0.9,
        minInVolts: 3,
        maxInVolts: 6,
      },
      { ref: 'R1', kind: 'resistor', pins: ['o', '0'], ohms },
    ];
    const volts = solved(parts(120));
    expect(volts.nets.o?.volts.avg).toBeCloseTo(12, 2);
    expect((volts.supplies.V1?.watts ?? 0) / (12 ** 2 / 120 / 0.9)).toBeCloseTo(1, 2);
    expect(solved(parts(20)).parts.R1?.amps.avg).toBeCloseTo(0.3, 3);
    expect(solved(parts(120, 8)).parts.R1?.amps.avg).toBeCloseTo(0, 6);
  });

  it('a converter that its supply cannot feed is named', () => {
    const parsed = parseCircuit({
      format: 'mindful-probe.circuit',
      version: 1,
      parts: [
        supply(4, { ohms: 20 }),
        {
          ref: 'U1',
          kind: 'converter',
          pins: ['p', '0', 'o', '0'],
          mode: 'boost',
          outVolts: 12,
          limitAmps: 1,
          efficiency: 0.9,
          minInVolts: 3,
          maxInVolts: 6,
        },
        { ref: 'R1', kind: 'resistor', pins: ['o', '0'], ohms: 20 },
      ],
    });
    if (!parsed.ok) throw new Error(parsed.error.message);
    expect(solve(parsed.value)).toMatchObject({ ok: false, error: { path: 'U1' } });
  });

  it('a junction with 60 K/W warms by its own watts, and its volts fall by 2 mV/K', () => {
    const { leds } = solved([supply(300, { ohms: 3000 }), { ref: 'D1', kind: 'led', pins: ['p', '0'], kelvinPerWatt: 60 }], 30);
    const chip = leds.D1?.chip;
    expect(chip?.junctionCelsius).toBeCloseTo(30 + 60 * (chip?.watts ?? 0), 1);
    expect(chip?.volts.avg).toBeCloseTo(
      chipVoltsAt(typicalChip('white'), chip?.amps.avg ?? 0) - 0.002 * ((chip?.junctionCelsius ?? 25) - 25),
      3,
    );
  });

  it('a ladder of 60 LEDs with track resistance solves by the sparse way as by hand-checked energy', () => {
    const parts: Loose[] = [supply(12)];
    for (let n = 0; n < 20; n++) {
      parts.push({ ref: `Ra${n}`, kind: 'resistor', pins: [n === 0 ? 'p' : `a${n}`, `a${n + 1}`], ohms: 0.02 });
      parts.push({ ref: `Rb${n}`, kind: 'resistor', pins: [n === 0 ? '0' : `b${n}`, `b${n + 1}`], ohms: 0.02 });
      parts.push({ ref: `R${n}`, kind: 'resistor', pins: [`a${n + 1}`, `c${n}`], ohms: 150 });
      parts.push({ ref: `D${n}`, kind: 'led', pins: [`c${n}`, `b${n + 1}`], series: 3 });
    }
    const { parts: out } = solved(parts);
    expect(Math.abs(Object.values(out).reduce((sum, { watts }) => sum + watts, 0))).toBeLessThan(1e-6);
    expect(out.R0?.amps.avg).toBeGreaterThan(out.R19?.amps.avg ?? 1);
  });
});
