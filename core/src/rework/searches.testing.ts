import { circuitOf } from '../circuit/circuit.testing.ts';
import type { Circuit } from '../circuit/index.ts';
import { solve } from '../solve/index.ts';
import { type Goal, type Rework, searchWays, type Wanted } from './index.ts';

export const clip = circuitOf([
  { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
  ...[1, 2, 3].flatMap((n) => [
    { ref: `R${n}`, kind: 'resistor', pins: ['a', `b${n}`], ohms: 39 },
    { ref: `D${n}`, kind: 'led', pins: [`b${n}`, '0'], rated: { amps: 0.03 } },
  ]),
]);

export const single = circuitOf([
  { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
  { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 39 },
  { ref: 'D1', kind: 'led', pins: ['b', '0'], rated: { amps: 0.03 } },
]);

export const headlamp = circuitOf([
  { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'alkaline', size: 'AAA', series: 3 },
  { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 4.7 },
  { ref: 'D1', kind: 'led', pins: ['a', 'm'], parallel: 3, rated: { amps: 0.03 } },
]);

/** A capacitor without a class, no resistor across it, no fuse. */
export const bar = circuitOf([
  { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 },
  { ref: 'R1', kind: 'resistor', pins: ['L', 'a'], ohms: 10, rated: { watts: 1 } },
  { ref: 'C1', kind: 'capacitor', pins: ['a', 'b'], farads: 820e-9, rated: { volts: 400 } },
  { ref: 'B1', kind: 'bridge', pins: ['b', 'N', 'p', 'm'] },
  { ref: 'C2', kind: 'capacitor', pins: ['p', 'm'], farads: 10e-6, rated: { volts: 400 } },
  { ref: 'R2', kind: 'resistor', pins: ['p', 'm'], ohms: 470e3, rated: { watts: 0.5 } },
  { ref: 'D1', kind: 'led', pins: ['p', 'm'], series: 48, rated: { amps: 0.03 } },
]);

export const DOCUMENT = { format: 'mindful-probe.goal', version: 1 } as const;

export function find(circuit: Circuit, wanted: Wanted & Pick<Partial<Goal>, 'drawer'>): Rework {
  const found = searchWays(circuit, { ...DOCUMENT, ...wanted });
  if (!found.ok) throw new Error(found.error.message);
  return found.value;
}

export function chipAmpsIn(circuit: Circuit, ref = 'D1'): number {
  const solved = solve(circuit);
  return solved.ok ? (solved.value.leds[ref]?.chip.amps.avg ?? Number.NaN) : Number.NaN;
}
