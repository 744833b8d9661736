import { deviceOf, type Part, type PartKind, type PartOf } from '../device/index.ts';
import type { Circuit } from './schema.ts';

/** The parts that deliver power, in the order of the list. */
export function suppliesOf(circuit: Circuit): readonly Part[] {
  return circuit.parts.filter((part) => deviceOf(part.kind).source);
}

/** The reference for net volts: as stated, else the second pin of the first supply, else the first part's. */
export function groundOf(circuit: Circuit): string | undefined {
  return circuit.ground ?? suppliesOf(circuit)[0]?.pins[1] ?? circuit.parts[0]?.pins[1];
}

/** The first source that alternates, and how often; undefined where everything is direct current. */
export function alternatingSource(
  circuit: Circuit,
): { readonly part: Part; readonly hertz: number; readonly voltsRms: number } | undefined {
  for (const part of circuit.parts) {
    const { source } = deviceOf(part.kind);
    if (source?.hertz && !source.isPulsed) return { part, hertz: source.hertz(part), voltsRms: source.volts(part) };
  }
  return undefined;
}

/** Whether any source is not steady, or a part goes on and off by itself: its circuit has no operating point, but a period. */
export function changesInTime(circuit: Circuit): boolean {
  return circuit.parts.some((part) => {
    const { source, blinksAt } = deviceOf(part.kind);
    return source?.hertz !== undefined || blinksAt?.(part) !== undefined;
  });
}

/** The parts of one kind, in the order of the list. */
export function partsOfKind<K extends PartKind>(circuit: Circuit, kind: K): readonly PartOf<K>[] {
  return circuit.parts.filter((part): part is PartOf<K> => part.kind === kind);
}

/** The part of a ref, where it is of this kind. */
export function partOfKind<K extends PartKind>(circuit: Circuit, ref: string | undefined, kind: K): PartOf<K> | undefined {
  return partsOfKind(circuit, kind).find((part) => part.ref === ref);
}
