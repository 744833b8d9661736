import type { Circuit } from '../circuit/index.ts';
import { deviceOf } from '../device/index.ts';
import { COVERAGE } from '../quantity/index.ts';
import { fieldValue, type Parameter } from '../solve/index.ts';

/** Something not known exactly, with what is known of it before any reading: normal, one standard deviation. */
export interface Unknown extends Parameter {
  readonly prior: { readonly value: number; readonly uncertainty: number };
}

/** Every part with a tolerance, in its kind's toleranced field; and what else its kind lets an estimate learn of it. */
export function unknownsOf(circuit: Circuit): readonly Unknown[] {
  return circuit.parts.flatMap((part): Unknown[] => {
    const { ref } = part;
    const { toleranced, learns } = deviceOf(part.kind);
    if (learns) {
      const { field, value, uncertainty } = learns(part);
      return [{ ref, field, prior: { value, uncertainty } }];
    }
    if (part.tolerance === undefined || toleranced === undefined) return [];
    const value = Math.abs(fieldValue(circuit, { ref, field: toleranced }));
    return value > 0 ? [{ ref, field: toleranced, prior: { value, uncertainty: (part.tolerance * value) / COVERAGE } }] : [];
  });
}
