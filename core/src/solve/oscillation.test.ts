import { describe, expect, it } from '@jest/globals';
import { circuitOf, type LoosePart } from '../circuit/circuit.testing.ts';
import { seededRandom } from '../numeric/index.ts';
import { type Solution, solve, solveSensitivities } from './index.ts';

function solved(...parts: LoosePart[]): Solution {
  const found = solve(circuitOf(parts));
  if (!found.ok) throw new Error(`${found.error.code}: ${found.error.message}`);
  return found.value;
}

const FLASHERS = 80;

interface Astable {
  readonly volts?: number;
  readonly baseOhms?: readonly [number, number];
  readonly farads?: readonly [number, number];
  readonly collectorOhms?: number;
  readonly initialVolts?: number;
  /** An LED in the second collector, else a resistor like the first one's. */
  readonly isLit?: boolean;
}

/** Two transistors, each held off by the other's capacitor; an LED in one collector. */
function astable({
  volts = 3,
  baseOhms = [47_000, 47_000],
  farads = [10e-6, 10e-6],
  collectorOhms = 1000,
  initialVolts = 0,
  isLit = true,
}: Astable = {}): LoosePart[] {
  return [
    { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts },
    { ref: 'R1', kind: 'resistor', pins: ['p', 'c1'], ohms: collectorOhms },
    { ref: 'R2', kind: 'resistor', pins: ['p', 'b2'], ohms: baseOhms[0] },
    { ref: 'R3', kind: 'resistor', pins: ['p', 'b1'], ohms: baseOhms[1] },
    ...(isLit
      ? [
          { ref: 'D1', kind: 'led', pins: ['p', 'k'], colour: 'red', body: '5mm' },
          { ref: 'R4', kind: 'resistor', pins: ['k', 'c2'], ohms: 100 },
        ]
      : [{ ref: 'R4', kind: 'resistor', pins: ['p', 'c2'], ohms: 1000 }]),
    { ref: 'C1', kind: 'capacitor', pins: ['c1', 'b2'], farads: farads[0], initialVolts },
    { ref: 'C2', kind: 'capacitor', pins: ['c2', 'b1'], farads: farads[1] },
    { ref: 'Q1', kind: 'bjt', pins: ['c1', 'b1', 'm'], polarity: 'npn' },
    { ref: 'Q2', kind: 'bjt', pins: ['c2', 'b2', 'm'], polarity: 'npn' },
  ];
}

describe('a circuit without a stable operating point', () => {
  it('of two transistors oscillates with the period of its two time constants', () => {
    const { regime, seconds = 0, nets, parts } = solved(...astable({ isLit: false }));
    expect(regime).toBe('oscillating');
    // A base is pushed below by the other collector's swing, and comes back to half a volt on its way to the supply.
    const [on, saturated, begins] = [nets.b1?.volts.max ?? 0, nets.c1?.volts.min ?? 0, 0.5];
    const half = 47_000 * 10e-6 * Math.log((3 - on + (3 - saturated)) / (3 - begins));
    expect(seconds / (2 * half)).toBeGreaterThan(0.98);
    expect(seconds / (2 * half)).toBeLessThan(1.02);
    expect(nets.b1?.volts.min).toBeCloseTo(on - (3 - saturated), 1);
    // What goes in comes out: the source gives what everything else takes.
    const taken = Object.entries(parts).reduce((sum, [ref, { watts }]) => (ref === 'V1' ? sum : sum + watts), 0);
    expect(taken).toBeCloseTo(-(parts.V1?.watts ?? 0), 5);
    // A settled period leaves no capacitor with more than it had.
    expect(Math.abs(parts.C1?.amps.avg ?? 1)).toBeLessThan(2e-3 * (parts.C1?.amps.rms ?? 0));
  });

  it.each([
    { volts: 3.2 },
    { volts: 6 },
    { baseOhms: [22_000, 47_000] },
    { volts: 4.5, farads: [22e-6, 10e-6] },
    { volts: 9, baseOhms: [100_000, 68_000] },
    { volts: 4.5, baseOhms: [30_000, 80_000] },
    { volts: 4.5, baseOhms: [36_000, 82_000] },
  ] as const)('is followed through its passages whatever its values: %j', (values) => {
    expect(solved(...astable(values)).regime).toBe('oscillating');
  });

  it('is followed whatever its values are, but for one in forty: a flasher of any supply, bases, collector and capacitors', () => {
    const random = seededRandom(77);
    const between = (low: number, high: number) => low * (high / low) ** random();
    const lost: string[] = [];
    for (let flasher = 0; flasher < FLASHERS; flasher++) {
      const values = {
        volts: between(2.5, 12),
        baseOhms: [between(8e3, 2e5), between(8e3, 2e5)],
        farads: [between(1e-6, 5e-5), between(1e-6, 5e-5)],
        collectorOhms: between(300, 3000),
        isLit: random() < 0.6,
      } as const;
      const found = solve(circuitOf(astable(values)));
      if (!found.ok) lost.push(`${JSON.stringify(values)}: ${found.error.message}`);
      else expect(found.value.regime).toBe('oscillating');
    }
    expect(lost.length / FLASHERS > 0.025 ? lost : []).toEqual([]);
  });

  it('lights its LED for a share of the time, and says by which values', () => {
    // With base currents that saturate both.
    const circuit = circuitOf(astable({ baseOhms: [10_000, 10_000] }));
    const found = solveSensitivities(circuit, [
      { ref: 'R4', field: 'ohms' },
      { ref: 'V1', field: 'volts' },
    ]);
    if (!found.ok) throw new Error(found.error.message);
    const led = found.value.solution.leds.D1;
    expect(led?.duty).toBeGreaterThan(0.2);
    expect(led?.duty).toBeLessThan(0.6);
    expect(led?.chip.amps.avg).toBeCloseTo((led?.duty ?? 0) * (led?.chip.amps.max ?? 0), 3);
    const [byOhms = 0, byVolts = 0] = found.value.derivatives((solution) => solution.led('D1')?.chip.amps.max ?? 0);
    // At its peak it is a resistor between the supply and the LED: dI/dV is at most one over its ohms.
    expect(byOhms).toBeLessThan(0);
    expect(byVolts).toBeGreaterThan(0.5 / 150);
    expect(byVolts).toBeLessThan(1 / 100);
  });

  it('goes twice as slow with everything twice as large, and as fast from another beginning', () => {
    const period = (options: Astable) => solved(...astable(options)).seconds ?? 0;
    const usual = period({});
    expect(period({ farads: [20e-6, 20e-6] }) / usual).toBeCloseTo(2, 2);
    expect(period({ initialVolts: 1.5 }) / usual).toBeCloseTo(1, 3);
    expect(period({ baseOhms: [22_000, 47_000] })).toBeLessThan(usual);
  });

  it('has figures within half a per cent of those in steps ten times finer', () => {
    const circuit = circuitOf(astable({ volts: 4.5, baseOhms: [33_000, 82_000] }));
    const [usual, finer] = [solve(circuit), solve(circuit, { finer: 10 })];
    if (!usual.ok || !finer.ok) throw new Error('no solution');
    const figuresOf = ({ seconds, parts, leds }: Solution) => [
      seconds ?? 0,
      parts.V1?.amps.avg ?? 0,
      leds.D1?.chip.amps.rms ?? 0,
      leds.D1?.duty ?? 0,
    ];
    const exact = figuresOf(finer.value);
    figuresOf(usual.value).forEach((figure, index) => {
      expect(Math.abs(figure / (exact[index] as number) - 1)).toBeLessThan(5e-3);
    });
  });

  it('that rests with both transistors on, and would go on oscillating once made to, says so and how fast', () => {
    const withOhms = (collector: number, base: number) =>
      solved(
        { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 3 },
        { ref: 'R1', kind: 'resistor', pins: ['p', 'c1'], ohms: collector },
        { ref: 'R2', kind: 'resistor', pins: ['p', 'b2'], ohms: base },
        { ref: 'R3', kind: 'resistor', pins: ['p', 'b1'], ohms: base },
        { ref: 'R4', kind: 'resistor', pins: ['p', 'c2'], ohms: collector },
        { ref: 'C1', kind: 'capacitor', pins: ['c1', 'b2'], farads: 10e-6 },
        { ref: 'C2', kind: 'capacitor', pins: ['c2', 'b1'], farads: 10e-6 },
        { ref: 'Q1', kind: 'bjt', pins: ['c1', 'b1', 'm'], polarity: 'npn' },
        { ref: 'Q2', kind: 'bjt', pins: ['c2', 'b2', 'm'], polarity: 'npn' },
      );
    const { regime, warnings } = withOhms(4700, 10_000);
    expect([regime, warnings.map(({ code }) => code)]).toEqual(['dc', ['may-oscillate']]);
    // Two bases, each back to half a volt from below by its own ohms and farads: near 2·R·C·ln 2.
    expect((warnings[0]?.value ?? 0) * 2 * 10_000 * 10e-6 * Math.LN2).toBeGreaterThan(0.85);
    expect((warnings[0]?.value ?? 0) * 2 * 10_000 * 10e-6 * Math.LN2).toBeLessThan(1.25);
    // With so much base current it comes to rest whatever made it begin.
    expect(withOhms(4700, 2200).warnings).toEqual([]);
  });

  it('rests where the other side of a bistable holds it', () => {
    const { regime, parts } = solved(
      { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 5 },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'c1'], ohms: 1000 },
      { ref: 'R2', kind: 'resistor', pins: ['p', 'c2'], ohms: 1000 },
      { ref: 'R3', kind: 'resistor', pins: ['c1', 'b2'], ohms: 10_000 },
      { ref: 'R4', kind: 'resistor', pins: ['c2', 'b1'], ohms: 10_000 },
      { ref: 'C1', kind: 'capacitor', pins: ['c1', 'm'], farads: 1e-8 },
      { ref: 'Q1', kind: 'bjt', pins: ['c1', 'b1', 'm'], polarity: 'npn' },
      { ref: 'Q2', kind: 'bjt', pins: ['c2', 'b2', 'm'], polarity: 'npn' },
    );
    expect(regime).toBe('dc');
    // One is on, and the other off.
    const amps = [parts.Q1?.amps.avg ?? 0, parts.Q2?.amps.avg ?? 0].sort((a, b) => a - b);
    expect(amps[0]).toBeLessThan(1e-5);
    expect(amps[1]).toBeGreaterThan(4e-3);
  });

  it('of one transistor and a wound coil pumps an LED above its supply', () => {
    const { regime, leds } = solved(
      { ref: 'B1', kind: 'dc', pins: ['p', 'm'], volts: 3 },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'b'], ohms: 4700 },
      { ref: 'Q1', kind: 'bjt', pins: ['c', 'b', 'm'], polarity: 'npn' },
      { ref: 'L1', kind: 'inductor', pins: ['p', 'c'], henries: 1e-4, ohms: 1 },
      { ref: 'D1', kind: 'led', pins: ['c', 'm'], colour: 'white', body: '5mm' },
    );
    // Without a winding that feeds back it is no oscillator: the transistor stays on, and the LED dark.
    expect([regime, leds.D1?.duty]).toEqual(['dc', undefined]);
  });

  it.each([100_000, 330_000])('of an npn and a pnp flashes from a capacitor across its weak cells, by %d Ω at the base', (ohms) => {
    const flasher: LoosePart[] = [
      { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'lithium-coin', size: '2032', series: 2, openVolts: 3.25, cellOhms: 15 },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'b'], ohms },
      { ref: 'R2', kind: 'resistor', pins: ['c', 'd'], ohms: 1000 },
      { ref: 'Q1', kind: 'bjt', pins: ['c', 'b', 'm'], polarity: 'npn' },
      { ref: 'Q2', kind: 'bjt', pins: ['k', 'd', 'p'], polarity: 'pnp' },
      { ref: 'D1', kind: 'led', pins: ['k', 'm'], colour: 'red', body: '5mm', parallel: 10 },
      { ref: 'C1', kind: 'capacitor', pins: ['k', 'b'], farads: 10e-6 },
      { ref: 'C2', kind: 'capacitor', pins: ['p', 'm'], farads: 4.7e-6 },
    ];
    const { regime, seconds = 0, parts, nets, leds } = solved(...flasher);
    expect(regime).toBe('oscillating');
    // Between flashes the base resistor alone carries C1 back: C·ΔV = I·T.
    const amps = ((nets.p?.volts.avg ?? 0) - (nets.b?.volts.avg ?? 0)) / ohms;
    const swing = (parts.C1?.volts.max ?? 0) - (parts.C1?.volts.min ?? 0);
    expect((amps * seconds) / (10e-6 * swing)).toBeGreaterThan(0.95);
    expect((amps * seconds) / (10e-6 * swing)).toBeLessThan(1.05);
    // What moves its peak moves it as much again at the most: no flash is lost at the end of a period.
    const varied = solveSensitivities(circuitOf(flasher), [
      { ref: 'B1', field: 'openVolts' },
      { ref: 'Q2', field: 'beta' },
    ]);
    if (!varied.ok) throw new Error(varied.error.message);
    const [byVolts = 0, byGain = 0] = varied.value.derivatives((solution) => solution.led('D1')?.chip.amps.max ?? 0);
    const peak = leds.D1?.chip.amps.max ?? 0;
    for (const [change, by] of [
      [3.25, byVolts],
      [150, byGain],
    ] as const) {
      expect((change * by) / peak).toBeGreaterThan(0);
      expect((change * by) / peak).toBeLessThan(2);
    }
    // A flash is far above its average.
    expect(leds.D1?.chip.amps.max).toBeGreaterThan(100 * (leds.D1?.chip.amps.avg ?? 1));
  });

  it('leaves an amplifier with its operating point where that lasts', () => {
    const { regime, parts } = solved(
      { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 5 },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'b'], ohms: 100_000 },
      { ref: 'R2', kind: 'resistor', pins: ['p', 'c'], ohms: 220 },
      { ref: 'C1', kind: 'capacitor', pins: ['b', 'm'], farads: 1e-6 },
      { ref: 'Q1', kind: 'bjt', pins: ['c', 'b', 'm'], polarity: 'npn' },
    );
    expect(regime).toBe('dc');
    expect(parts.Q1?.amps.avg).toBeCloseTo((150 * 4.35) / 100_000, 3);
  });
});
