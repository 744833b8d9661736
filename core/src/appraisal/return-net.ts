import { type Circuit, seriesPackOf } from '../circuit/index.ts';
import { deviceOf, isKind, type Part } from '../device/index.ts';

/**
 * The net that volts at one net are read against: behind a rectifier the minus of the rectifier, before it the second pin
 * of the supply.
 *
 * @param supply the main one
 */
export function returnOf(circuit: Circuit, net: string, supply: Part | undefined): string | undefined {
  const rectifier = circuit.parts.find((part) => isKind(part, 'bridge'));
  const outer = supply && seriesPackOf(circuit, supply.ref)?.minus;
  if (!rectifier) return outer;
  const [, , plus, minus] = rectifier.pins;
  const inside = new Set([plus, minus]);
  for (let grew = true; grew; ) {
    grew = false;
    for (const part of circuit.parts) {
      const pins = part.pins as readonly string[];
      if (part === rectifier || deviceOf(part.kind).source || !pins.some((pin) => inside.has(pin)) || pins.every((pin) => inside.has(pin)))
        continue;
      for (const pin of pins) inside.add(pin);
      grew = true;
    }
  }
  return inside.has(net) ? minus : outer;
}
