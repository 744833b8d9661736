import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { type Solution, solve } from './index.ts';

type Loose = Record<string, unknown> & { ref: string; kind: string; pins: string[] };

function solved(parts: Loose[]): Solution {
  const solution = solve(circuitOf(parts));
  if (!solution.ok) throw new Error(solution.error.message);
  return solution.value;
}

const mains = (extra: Record<string, unknown> = {}): Loose => ({
  ref: 'V1',
  kind: 'ac',
  pins: ['L', 'N'],
  voltsRms: 230,
  hertz: 50,
  ...extra,
});
const omega = 2 * Math.PI * 50;

/** Relative distance. */
function off(value: number | undefined, reference: number): number {
  return Math.abs((value ?? Number.NaN) / reference - 1);
}

describe('linear alternating circuits against phasors', () => {
  it('R: power factor 1, P = V²/R', () => {
    const { supplies, parts } = solved([mains(), { ref: 'R1', kind: 'resistor', pins: ['L', 'N'], ohms: 529 }]);
    expect(off(supplies.V1?.watts, 100)).toBeLessThan(1e-3);
    expect(supplies.V1?.powerFactor).toBeCloseTo(1, 4);
    expect(off(parts.R1?.amps.max, (230 * Math.SQRT2) / 529)).toBeLessThan(1e-3);
  });

  it('R and C in series: I = V/√(R² + 1/(ωC)²), power factor R/Z', () => {
    const z = Math.hypot(1000, 1 / (omega * 1e-6));
    const { supplies } = solved([
      mains(),
      { ref: 'R1', kind: 'resistor', pins: ['L', 'a'], ohms: 1000 },
      { ref: 'C1', kind: 'capacitor', pins: ['a', 'N'], farads: 1e-6 },
    ]);
    expect(off(supplies.V1?.ampsRms, 230 / z)).toBeLessThan(3e-3);
    expect(off(supplies.V1?.powerFactor ?? undefined, 1000 / z)).toBeLessThan(5e-3);
  });

  it('R and L in series, and a source with its own ohms and henries, are the same', () => {
    const z = Math.hypot(200, omega * 0.5);
    const inductor = solved([
      mains(),
      { ref: 'L1', kind: 'inductor', pins: ['L', 'a'], henries: 0.5, ohms: 50 },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'N'], ohms: 150 },
    ]);
    const source = solved([mains({ henries: 0.5, ohms: 50 }), { ref: 'R1', kind: 'resistor', pins: ['L', 'N'], ohms: 150 }]);
    expect(off(inductor.parts.R1?.amps.rms, 230 / z)).toBeLessThan(3e-3);
    expect(off(source.parts.R1?.amps.rms, 230 / z)).toBeLessThan(3e-3);
  });

  it('two sources of 50 and 60 Hz repeat after 0.1 s, and their powers add', () => {
    const { seconds, parts } = solved([
      { ref: 'V1', kind: 'ac', pins: ['a', 'N'], voltsRms: 10, hertz: 50 },
      { ref: 'V2', kind: 'ac', pins: ['b', 'a'], voltsRms: 5, hertz: 60 },
      { ref: 'R1', kind: 'resistor', pins: ['b', 'N'], ohms: 10 },
    ]);
    expect(seconds).toBeCloseTo(0.1, 9);
    expect(off(parts.R1?.watts, (100 + 25) / 10)).toBeLessThan(2e-3);
  });

  it('frequencies without a common period within a second are refused', () => {
    const result = solve(
      circuitOf([
        { ref: 'V1', kind: 'ac', pins: ['a', 'N'], voltsRms: 10, hertz: 50 },
        { ref: 'V2', kind: 'ac', pins: ['b', 'a'], voltsRms: 5, hertz: Math.PI * 10 },
        { ref: 'R1', kind: 'resistor', pins: ['b', 'N'], ohms: 10 },
      ]),
    );
    expect(result).toMatchObject({ ok: false, error: { code: 'no-common-period' } });
  });
});

describe('rectifiers and droppers against closed forms', () => {
  const sharp = { saturationAmps: 1e-12, emission: 1, seriesOhms: 0.001 };

  it('a capacitive dropper into constant volts: average = 4·f·C·(peak − V − two diodes)', () => {
    const farads = 0.68e-6;
    const { parts } = solved([
      mains(),
      { ref: 'C1', kind: 'capacitor', pins: ['L', 'a'], farads },
      { ref: 'B1', kind: 'bridge', pins: ['a', 'N', 'p', 'm'], model: sharp },
      { ref: 'V2', kind: 'dc', pins: ['p', 'm'], volts: 60 },
    ]);
    const drop = 0.0257 * Math.log(0.04 / 1e-12);
    expect(off(parts.V2?.amps.avg, 4 * 50 * farads * (230 * Math.SQRT2 - 60 - 2 * drop))).toBeLessThan(0.005);
  });

  it('a resistive dropper into constant volts: average = 2/π·(peak·cos θ − V·(π/2 − θ))/R with sin θ = V/peak', () => {
    const peak = 230 * Math.SQRT2;
    const { parts } = solved([
      mains(),
      { ref: 'R1', kind: 'resistor', pins: ['L', 'a'], ohms: 5600 },
      { ref: 'B1', kind: 'bridge', pins: ['a', 'N', 'p', 'm'], model: sharp },
      { ref: 'V2', kind: 'dc', pins: ['p', 'm'], volts: 100 },
    ]);
    const volts = 100 + 2 * 0.0257 * Math.log(0.02 / 1e-12);
    const theta = Math.asin(volts / peak);
    expect(off(parts.V2?.amps.avg, ((2 / Math.PI) * (peak * Math.cos(theta) - volts * (Math.PI / 2 - theta))) / 5600)).toBeLessThan(0.005);
  });

  it('rectifier ripple is about I/(2·f·C)', () => {
    const { nets, parts } = solved([
      { ref: 'V1', kind: 'ac', pins: ['a', 'b'], voltsRms: 12, hertz: 50, ohms: 0.05 },
      { ref: 'B1', kind: 'bridge', pins: ['a', 'b', 'p', 'm'], model: sharp },
      { ref: 'C1', kind: 'capacitor', pins: ['p', 'm'], farads: 0.01 },
      { ref: 'I1', kind: 'sink', pins: ['p', 'm'], amps: 0.1, dropoutVolts: 1 },
    ]);
    // Seen from minus: how far the store sags between two charging pulses, a little less than the whole half period.
    const { max, min } = nets.p?.volts ?? { max: 0, min: 0 };
    expect(max - min).toBeGreaterThan(0);
    const store = parts.C1?.volts;
    expect(off((store?.max ?? 0) - (store?.min ?? 0), 0.1 / (2 * 50 * 0.01))).toBeLessThan(0.15);
  });

  it('LEDs back to back each carry their half, alike', () => {
    const { leds } = solved([
      { ref: 'V1', kind: 'ac', pins: ['a', 'b'], voltsRms: 6, hertz: 20, ohms: 100 },
      { ref: 'D1', kind: 'led', pins: ['a', 'b'], colour: 'red' },
      { ref: 'D2', kind: 'led', pins: ['b', 'a'], colour: 'red' },
    ]);
    expect(off(leds.D1?.chip.amps.avg, leds.D2?.chip.amps.avg ?? 0)).toBeLessThan(1e-3);
    expect(leds.D1?.chip.reverseVolts).toBeGreaterThan(1.8);
    expect(leds.D1?.flickerPercent).toBeCloseTo(100, 0);
  });
});

describe('the settled state is found without waiting for it', () => {
  const dropper = (store: number, bleeder = 220e3): Loose[] => [
    mains({ ohms: 0.5 }),
    { ref: 'R1', kind: 'resistor', pins: ['L', 'a'], ohms: 100 },
    { ref: 'C1', kind: 'capacitor', pins: ['a', 'b'], farads: 1e-6 },
    { ref: 'R2', kind: 'resistor', pins: ['a', 'b'], ohms: 470e3 },
    { ref: 'B1', kind: 'bridge', pins: ['b', 'N', 'p', 'm'] },
    { ref: 'C2', kind: 'capacitor', pins: ['p', 'm'], farads: store },
    { ref: 'R3', kind: 'resistor', pins: ['p', 'm'], ohms: bleeder },
    { ref: 'D1', kind: 'led', pins: ['p', 'm'], series: 24, points: [[0.06, 3.1]] },
  ];

  it.each([1e-6, 10e-6, 470e-6, 4.7e-3])('a dropper with a store of %d F gives the same average current', (store) => {
    const { leds, parts } = solved(dropper(store));
    expect(off(leds.D1?.chip.amps.avg, 4 * 50 * 1e-6 * (230 * Math.SQRT2 - 78))).toBeLessThan(0.04);
    const total = Object.values(parts).reduce((sum, { watts }) => sum + watts, 0);
    expect(Math.abs(total)).toBeLessThan(1e-3 * -(parts.V1?.watts ?? 0));
  });

  it('a store with a bleeder of minutes settles at the rectified peak', () => {
    const { nets } = solved([
      { ref: 'V1', kind: 'ac', pins: ['a', 'm'], voltsRms: 12, hertz: 50, ohms: 1 },
      { ref: 'D1', kind: 'diode', pins: ['a', 'p'] },
      { ref: 'C1', kind: 'capacitor', pins: ['p', 'm'], farads: 1e-4 },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'm'], ohms: 1e6 },
    ]);
    expect(nets.p?.volts.avg).toBeGreaterThan(16.2);
    expect(nets.p?.volts.avg).toBeLessThan(17);
  });

  it('charge on an isolated plate keeps its initial value', () => {
    const { nets } = solved([
      { ref: 'V1', kind: 'ac', pins: ['a', '0'], voltsRms: 10, hertz: 50 },
      { ref: 'C1', kind: 'capacitor', pins: ['a', 'x'], farads: 1e-6, initialVolts: -5 },
      { ref: 'C2', kind: 'capacitor', pins: ['x', '0'], farads: 1e-6 },
    ]);
    // The plates at x hold C1's 5 V with the other sign, shared by both: 2.5 V, and half of the alternating volts.
    expect(nets.x?.volts.avg).toBeCloseTo(2.5, 2);
    expect(off(nets.x?.volts.max, 2.5 + (10 * Math.SQRT2) / 2)).toBeLessThan(0.01);
  });

  it('can be stopped at any of its questions, which it asks at least every sixty steps', () => {
    // With a volt of direct current in its supply half a period does not say it all.
    const circuit = circuitOf([
      { ref: 'V2', kind: 'dc', pins: ['L2', 'L'], volts: 1 },
      ...dropper(10e-6).map((part) => (part.ref === 'R1' ? { ...part, pins: ['L2', 'a'] } : part)),
    ]);
    let questions = 0;
    const whole = solve(circuit, { shouldStop: () => ++questions < 0 });
    expect(whole.ok).toBe(true);
    // Some 250 steps in three periods, each of which asks at its beginning and every 60 steps.
    expect(questions).toBeGreaterThanOrEqual(7);
    for (let at = 1; at <= questions; at++) {
      let asked = 0;
      expect(solve(circuit, { shouldStop: () => ++asked >= at })).toMatchObject({ ok: false, error: { code: 'stopped' } });
      expect(asked).toBe(at);
    }
  });
});

describe('energy', () => {
  const random = fc
    .record({
      volts: fc.double({ min: 3, max: 230, noNaN: true }),
      hertz: fc.constantFrom(50, 60, 400),
      series: fc.constantFrom('resistor', 'capacitor', 'inductor'),
      value: fc.double({ min: 0, max: 1, noNaN: true }),
      bridge: fc.boolean(),
      store: fc.option(fc.double({ min: -6.5, max: -3, noNaN: true })),
      chips: fc.integer({ min: 1, max: 24 }),
      load: fc.option(fc.double({ min: 2, max: 6, noNaN: true })),
    })
    .map(({ volts, hertz, series, value, bridge, store, chips, load }) => {
      const parts: Loose[] = [{ ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: volts, hertz, ohms: 1 }];
      if (series === 'resistor') parts.push({ ref: 'Z1', kind: series, pins: ['L', 'a'], ohms: 10 ** (1 + 3 * value) });
      if (series === 'capacitor') parts.push({ ref: 'Z1', kind: series, pins: ['L', 'a'], farads: 10 ** (-7 + 2 * value), ohms: 10 });
      if (series === 'inductor') parts.push({ ref: 'Z1', kind: series, pins: ['L', 'a'], henries: 10 ** (-2 + 2 * value), ohms: 20 });
      const [plus, minus] = bridge ? ['p', 'm'] : ['a', 'N'];
      if (bridge) parts.push({ ref: 'B1', kind: 'bridge', pins: ['a', 'N', 'p', 'm'] });
      else parts.push({ ref: 'D9', kind: 'diode', pins: ['N', 'a'] });
      if (store !== null && bridge) parts.push({ ref: 'C2', kind: 'capacitor', pins: [plus, minus], farads: 10 ** store });
      parts.push(
        { ref: 'R1', kind: 'resistor', pins: [plus, 'd'], ohms: 22 },
        { ref: 'D1', kind: 'led', pins: ['d', minus], series: chips },
      );
      if (load !== null) parts.push({ ref: 'R2', kind: 'resistor', pins: [plus, minus], ohms: 10 ** load });
      return circuitOf(parts);
    });

  it('balances within 0.1 % on random mains-like circuits, and nothing is NaN', () => {
    fc.assert(
      fc.property(random, (circuit) => {
        const solution = solve(circuit);
        if (!solution.ok) throw new Error(solution.error.message);
        const watts = Object.values(solution.value.parts).map((part) => part.watts);
        expect(watts.every(Number.isFinite)).toBe(true);
        // Where far more goes to and fro between stores than is given, beside that.
        const toAndFro = Math.max(...Object.values(solution.value.parts).map(({ volts, amps }) => volts.rms * amps.rms));
        // A large store is settled to about a hundred thousandth of its charge a period.
        const perPeriod = circuit.parts.reduce(
          (sum, part) => sum + (part.kind === 'capacitor' ? part.farads * (solution.value.parts[part.ref]?.volts.rms ?? 0) ** 2 : 0),
          0,
        );
        const settling = (1e-5 * perPeriod) / (solution.value.seconds ?? 1);
        const given = -watts.reduce((sum, value) => sum + Math.min(0, value), 0);
        expect(Math.abs(watts.reduce((sum, value) => sum + value, 0))).toBeLessThanOrEqual(
          1e-3 * given + 1e-4 * toAndFro + settling + 1e-6,
        );
        expect(Math.abs(solution.value.supplies.V1?.powerFactor ?? 0)).toBeLessThanOrEqual(1.0001);
      }),
      { numRuns: 150, seed: 20261124, endOnFailure: true },
    );
  });
});

describe('a store that a diode fills and nothing empties', () => {
  it.each([
    ['behind a diode: the peak less its drop', 12, [{ ref: 'D9', kind: 'diode', pins: ['L', 'p'] }], 'N', 12 * Math.SQRT2],
    ['behind a bridge', 24, [{ ref: 'D9', kind: 'bridge', pins: ['L', 'N', 'p', 'm'] }], 'm', 24 * Math.SQRT2],
    [
      'behind a dropper and a bridge, its string open',
      230,
      [
        { ref: 'C1', kind: 'capacitor', pins: ['L', 'a'], farads: 0.47e-6 },
        { ref: 'D9', kind: 'bridge', pins: ['a', 'N', 'p', 'm'] },
      ],
      'm',
      230 * Math.SQRT2,
    ],
  ] as const)('%s', (_, voltsRms, before, minus, peak) => {
    const { parts } = solved([
      mains({ voltsRms, ohms: 1 }),
      ...before.map((part) => ({ ...part, pins: [...part.pins] })),
      { ref: 'C2', kind: 'capacitor', pins: ['p', minus], farads: 10e-6 },
    ]);
    const volts = parts.C2?.volts.avg ?? Number.NaN;
    expect(volts).toBeLessThanOrEqual(peak);
    expect(volts).toBeGreaterThan(peak - 2 - 0.02 * peak);
  });
});
