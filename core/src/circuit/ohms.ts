import { isKind, type OhmsOf } from '../device/index.ts';
import { partOf } from './edit-circuit.ts';
import type { Circuit } from './schema.ts';

/** The ohms of the circuit's resistors by their refs, for parts whose current resistors elsewhere set. */
export function ohmsIn(circuit: Circuit): OhmsOf {
  return (ref) => {
    const part = partOf(circuit, ref);
    return isKind(part, 'resistor') ? part.ohms : undefined;
  };
}
