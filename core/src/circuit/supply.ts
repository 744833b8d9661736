import { deviceOf, type Part } from '../device/index.ts';
import type { Circuit } from './schema.ts';

/** The parts that deliver power, in the order of the list. */
export function suppliesOf(circuit: Circuit): readonly Part[] {
  return circuit.parts.filter((part) => deviceOf(part.kind).supplies);
}

/** The reference for net volts: as stated, else the second pin of the first supply, else the first part's. */
export function groundOf(circuit: Circuit): string | undefined {
  return circuit.ground ?? suppliesOf(circuit)[0]?.pins[1] ?? circuit.parts[0]?.pins[1];
}
