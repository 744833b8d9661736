import type { Circuit } from '../circuit/index.ts';
import { deviceOf, type Learnt, type Part } from '../device/index.ts';
import { COVERAGE } from '../quantity/index.ts';
import { fieldValue, type Parameter } from '../solve/index.ts';

/** Something not known exactly, with what is known of it before any reading: normal, one standard deviation. */
export interface Unknown extends Parameter {
  readonly prior: { readonly value: number; readonly uncertainty: number };
}

/**
 * Every part's toleranced value, with its tolerance or the class spread of its kind, and what else its kind lets an
 * estimate learn of it. What readings have taught already is as unsure as they left it.
 */
export function unknownsOf(circuit: Circuit): readonly Unknown[] {
  return circuit.parts.flatMap((part): Unknown[] => {
    const { ref, spread } = part;
    return [...tolerancedOf(circuit, part), ...(deviceOf(part.kind).learns?.(part) ?? [])].flatMap(({ field, value, uncertainty }) => {
      const known = spread?.[field] ?? uncertainty;
      return known > 0 ? [{ ref, field, prior: { value, uncertainty: known } }] : [];
    });
  });
}

function tolerancedOf(circuit: Circuit, part: Part): readonly Learnt[] {
  const toleranced = deviceOf(part.kind).toleranced?.(part);
  if (!toleranced) return [];
  const { field, usual } = toleranced;
  const value = fieldValue(circuit, { ref: part.ref, field });
  return [{ field, value, uncertainty: ((part.tolerance ?? usual) * Math.abs(value)) / COVERAGE }];
}
