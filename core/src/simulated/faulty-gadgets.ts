import { type Circuit, parseCircuit } from '../circuit/index.ts';

function circuitOf(parts: unknown[]): Circuit {
  const parsed = parseCircuit({ format: 'mindful-probe.circuit', version: 1, parts });
  if (!parsed.ok) throw new Error(parsed.error.message);
  return parsed.value;
}

const mains = { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 };
const resistor = (ref: string, a: string, b: string, ohms: number, more = {}) => ({
  ref,
  kind: 'resistor',
  pins: [a, b],
  ohms,
  tolerance: 0.05,
  ...more,
});
const capacitor = (ref: string, a: string, b: string, farads: number, rated: object) => ({
  ref,
  kind: 'capacitor',
  pins: [a, b],
  farads,
  rated,
});
const led = (ref: string, a: string, b: string, more = {}) => ({ ref, kind: 'led', pins: [a, b], colour: 'white', ...more });

/** Gadgets as they come to a repair table, on low volts. */
export const LOW_VOLT_GADGETS: readonly Circuit[] = [
  circuitOf([
    { ref: 'B1', kind: 'battery', pins: ['a', '0'], chemistry: 'alkaline', size: 'AAA', series: 3 },
    { ref: 'S1', kind: 'switch', pins: ['a', 'b'] },
    resistor('R1', 'b', 'c', 1.5),
    led('D1', 'c', '0', { body: '3535' }),
  ]),
  circuitOf([
    { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5, tolerance: 0.05 },
    ...[1, 2, 3].flatMap((n) => [resistor(`R${n}`, 'a', `l${n}`, 39), led(`D${n}`, `l${n}`, '0', { body: '2835' })]),
  ]),
  circuitOf([
    { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 12, tolerance: 0.05 },
    { ref: 'F1', kind: 'fuse', pins: ['a', 'b'], rated: { amps: 1 } },
    ...[1, 2, 3].flatMap((n) => [
      resistor(`R${n}`, 'b', `s${n}`, 150),
      led(`D${3 * n - 2}-D${3 * n}`, `s${n}`, '0', { series: 3, body: '5050' }),
    ]),
  ]),
  circuitOf([
    { ref: 'B1', kind: 'battery', pins: ['a', '0'], chemistry: 'li-ion', size: '18650' },
    { ref: 'S1', kind: 'switch', pins: ['a', 'b'] },
    { ref: 'U1', kind: 'sink', pins: ['k', '0'], amps: 0.35, dropoutVolts: 0.2 },
    led('D1', 'b', 'k', { body: '3535' }),
  ]),
  circuitOf([
    { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 24, tolerance: 0.05 },
    resistor('R1', 'a', 'b', 120),
    led('D1-D6', 'b', '0', { series: 6, body: '2835' }),
    capacitor('C1', 'a', '0', 47e-6, { volts: 35 }),
  ]),
];

/** Lamps on mains: a dropper with a reservoir, one without, a resistor's, one with a current sink. */
export const MAINS_LAMPS: readonly Circuit[] = [
  circuitOf([
    mains,
    resistor('R1', 'L', 'a', 100),
    capacitor('C1', 'a', 'b', 1e-6, { class: 'X2', volts: 275 }),
    resistor('R3', 'a', 'b', 1e6),
    { ref: 'B1', kind: 'bridge', pins: ['b', 'N', 'P', 'M'] },
    capacitor('C2', 'P', 'M', 4.7e-6, { volts: 100 }),
    led('D1-D9', 'P', 'M', { series: 18, body: '2835' }),
  ]),
  circuitOf([
    mains,
    { ref: 'F1', kind: 'fuse', pins: ['L', 'f'], rated: { amps: 0.5 } },
    capacitor('C1', 'f', 'b', 470e-9, { class: 'X2', volts: 275 }),
    resistor('R1', 'f', 'b', 470e3),
    { ref: 'B1', kind: 'bridge', pins: ['b', 'n', 'P', 'M'] },
    resistor('R2', 'n', 'N', 220),
    led('D1-D24', 'P', 'M', { series: 24, body: '2835' }),
  ]),
  circuitOf([
    mains,
    resistor('R1', 'L', 'a', 22, { fusible: true }),
    { ref: 'B1', kind: 'bridge', pins: ['a', 'N', 'P', 'M'] },
    capacitor('C1', 'P', 'M', 4.7e-6, { volts: 400 }),
    led('D1-D46', 'P', 'q', { series: 92, body: '2835' }),
    { ref: 'U1', kind: 'sink', pins: ['q', 'M'], amps: 0.025, dropoutVolts: 3 },
  ]),
];
