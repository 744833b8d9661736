import { circuitOf } from '../circuit/circuit.testing.ts';
import type { Circuit } from '../circuit/index.ts';
import { seededRandom } from '../numeric/index.ts';

/** A part as a test writes it. */
export type LoosePart = Readonly<Record<string, unknown>> & {
  readonly ref: string;
  readonly kind: string;
  readonly pins: readonly string[];
};

/** Kinds with two pins; the others make circuits in which a gate or a starved converter hangs on nothing. */
const TWO_PINNED = ['resistor', 'resistor', 'resistor', 'led', 'led', 'diode', 'zener', 'capacitor', 'inductor', 'switch', 'fuse'] as const;
const EVERY = [...TWO_PINNED, 'capacitor', 'bridge', 'sink', 'battery', 'bjt', 'mosfet', 'converter'] as const;
type RandomKind = (typeof EVERY)[number];

/**
 * Parts thrown between a few nets: most such circuits make no sense to a person, and all of them are valid.
 *
 * @param seed the same seed gives the same circuit
 */
export function randomCircuit(seed: number, { supply, kinds }: { supply: 'dc' | 'ac'; kinds: 'two-pinned' | 'every' }): Circuit {
  const next = seededRandom(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)] as T;
  const between = (low: number, high: number) => low * (high / low) ** next();
  const count = (most: number) => 1 + Math.floor(next() * most);
  const nets = Array.from({ length: 1 + count(5) }, (_, index) => `n${index}`);
  const two = (): string[] => {
    const a = pick(nets);
    return [a, pick(nets.filter((net) => net !== a))];
  };
  const values: Readonly<Record<RandomKind, () => Readonly<Record<string, unknown>>>> = {
    resistor: () => ({ ohms: between(1, 1e6) }),
    led: () => ({ series: count(6), parallel: count(3), colour: pick(['white', 'red', 'green']) }),
    diode: () => ({ type: pick(['silicon', 'schottky']), ...(next() < 0.3 && { breakdownVolts: between(5, 400) }) }),
    zener: () => ({ zenerVolts: between(3, 30) }),
    capacitor: () => ({ farads: between(1e-9, 1e-3), ohms: between(0.01, 10) }),
    inductor: () => ({ henries: between(1e-5, 1), ohms: between(0.01, 20) }),
    switch: () => ({ closed: next() < 0.7 }),
    fuse: () => ({}),
    bridge: () => ({ pins: [...two(), ...two()] }),
    sink: () => ({ amps: between(1e-3, 0.5), dropoutVolts: between(0.3, 3) }),
    battery: () => ({ chemistry: pick(['alkaline', 'nimh', 'li-ion']), series: count(4) }),
    bjt: () => ({ pins: [...two(), pick(nets)], polarity: pick(['npn', 'pnp']), beta: between(20, 400) }),
    mosfet: () => ({
      pins: [...two(), pick(nets)],
      polarity: pick(['n', 'p']),
      thresholdVolts: between(0.7, 4),
      gain: between(0.1, 5),
      onOhms: between(0.01, 1),
    }),
    converter: () => ({
      pins: [...two(), ...two()],
      mode: pick(['boost', 'buck', 'boost-buck']),
      outVolts: between(3, 30),
      limitAmps: between(0.02, 1),
      efficiency: 0.5 + 0.5 * next(),
      minInVolts: between(0.5, 3),
      maxInVolts: between(5, 60),
    }),
  };
  const source: LoosePart =
    supply === 'dc'
      ? { ref: 'V1', kind: 'dc', pins: two(), volts: between(1, 50), ohms: between(0.01, 10) }
      : { ref: 'V1', kind: 'ac', pins: two(), voltsRms: between(3, 240), hertz: pick([50, 60, 400]), ohms: between(0.1, 20) };
  const parts = Array.from({ length: 2 + count(10) }, (_, index): LoosePart => {
    const kind = pick(kinds === 'every' ? EVERY : TWO_PINNED);
    return { ref: `P${index + 1}`, kind, pins: two(), ...values[kind]() };
  });
  return circuitOf([source, ...parts]);
}
