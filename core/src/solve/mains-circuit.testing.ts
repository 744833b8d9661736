import { circuitOf } from '../circuit/circuit.testing.ts';
import type { Circuit } from '../circuit/index.ts';
import { seededRandom } from '../numeric/index.ts';
import type { LoosePart } from './random-circuit.testing.ts';

/**
 * A gadget on alternating current as they are built: a resistor, a capacitor or next to nothing in series, a bridge or a
 * diode, a store or none, and LEDs, a regulator or a resistor behind. A small series resistance before a large store
 * charges it in narrow pulses.
 *
 * @param seed the same seed gives the same circuit
 */
export function mainsCircuit(seed: number): Circuit {
  const next = seededRandom(seed);
  const between = (low: number, high: number) => low * (high / low) ** next();
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)] as T;
  const volts = pick([12, 24, 120, 230, 230, 230]);
  const source: LoosePart = {
    ref: 'V1',
    kind: 'ac',
    pins: ['L', 'N'],
    voltsRms: volts,
    hertz: pick([50, 60, 400]),
    ohms: between(0.05, 5),
  };
  const series: LoosePart = pick([
    { ref: 'Z1', kind: 'resistor', pins: ['L', 'a'], ohms: between(5, 5000) },
    { ref: 'Z1', kind: 'capacitor', pins: ['L', 'a'], farads: between(1e-7, 1e-5), ohms: between(5, 100) },
    { ref: 'Z1', kind: 'resistor', pins: ['L', 'a'], ohms: between(0.5, 20) },
  ]);
  const bridged = next() < 0.7 || series.kind === 'capacitor';
  const minus = bridged ? 'm' : 'N';
  const parts: LoosePart[] = [source, series];
  if (bridged) parts.push({ ref: 'B1', kind: 'bridge', pins: ['a', 'N', 'p', 'm'], type: pick(['silicon', 'schottky']) });
  else parts.push({ ref: 'D9', kind: 'diode', pins: ['a', 'p'] });
  if (next() < 0.8) parts.push({ ref: 'C2', kind: 'capacitor', pins: ['p', minus], farads: between(1e-6, 1e-3), ohms: between(0.02, 2) });
  if (next() < 0.5) parts.push({ ref: 'R3', kind: 'resistor', pins: ['p', minus], ohms: between(1e3, 1e6) });
  const chips = Math.max(1, Math.round((volts * between(0.05, 0.9)) / 3));
  const load = next();
  if (load < 0.6) {
    parts.push({ ref: 'R1', kind: 'resistor', pins: ['p', 'd'], ohms: between(1, 500) });
    parts.push({ ref: 'D1', kind: 'led', pins: ['d', minus], series: chips, parallel: pick([1, 1, 2, 3]) });
  } else if (load < 0.8) parts.push({ ref: 'I1', kind: 'sink', pins: ['p', minus], amps: between(0.005, 0.2), dropoutVolts: 1 });
  else parts.push({ ref: 'R4', kind: 'resistor', pins: ['p', minus], ohms: between(50, 5e3) });
  return circuitOf(parts);
}
