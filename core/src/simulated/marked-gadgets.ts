import { type Circuit, parseCircuit } from '../circuit/index.ts';

function circuitOf(parts: unknown[]): Circuit {
  const parsed = parseCircuit({ format: 'mindful-probe.circuit', version: 1, parts });
  if (!parsed.ok) throw new Error(parsed.error.message);
  return parsed.value;
}

const resistor = (ref: string, a: string, b: string, ohms: number) => ({ ref, kind: 'resistor', pins: [a, b], ohms, tolerance: 0.05 });
const led = (ref: string, a: string, b: string, more = {}) => ({ ref, kind: 'led', pins: [a, b], ...more });

/** Gadgets as they are marked: three branches on USB, a headlamp on cells, a strip with a sense resistor. */
export const MARKED_GADGETS: readonly Circuit[] = [
  circuitOf([
    { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5, tolerance: 0.05 },
    resistor('R1', 'a', 'b', 39),
    resistor('R2', 'a', 'c', 39),
    resistor('R3', 'a', 'd', 39),
    led('D1', 'b', '0'),
    led('D2', 'c', '0'),
    led('D3', 'd', '0'),
  ]),
  circuitOf([
    { ref: 'B1', kind: 'battery', pins: ['a', '0'], chemistry: 'alkaline', size: 'AAA', series: 3, tolerance: 0.04 },
    resistor('R1', 'a', 'b', 5.6),
    // A chip of them was lit alone before, so that one dark among five shows.
    led('D1', 'b', '0', { parallel: 5, voltsUncertainty: 0.01 }),
  ]),
  circuitOf([
    { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 12, tolerance: 0.05 },
    resistor('R1', 'a', 'b', 120),
    led('D1', 'b', 'c', { series: 3 }),
    resistor('R2', 'c', '0', 10),
    resistor('R3', 'a', '0', 2200),
  ]),
];

/** Gadgets of which little is said: a power-LED torch, a sink set by its sense resistor, a light on two coin cells. */
export const LITTLE_KNOWN_GADGETS: readonly Circuit[] = [
  circuitOf([
    { ref: 'B1', kind: 'battery', pins: ['a', '0'], chemistry: 'li-ion', size: '18650' },
    { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 3.3 },
    led('D1', 'b', '0', { colour: 'white', body: '3535' }),
  ]),
  circuitOf([
    { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
    led('D1', 'a', 'k', { colour: 'white', body: '3535' }),
    { ref: 'U1', kind: 'sink', pins: ['k', 's'], referenceVolts: 0.2, sense: ['R1'], dropoutVolts: 0.3 },
    { ref: 'R1', kind: 'resistor', pins: ['s', '0'], ohms: 0.56 },
  ]),
  circuitOf([
    { ref: 'B1', kind: 'battery', pins: ['a', '0'], chemistry: 'lithium-coin', size: '2032', series: 2 },
    led('D1', 'a', '0', { colour: 'white', body: '5mm' }),
  ]),
];
