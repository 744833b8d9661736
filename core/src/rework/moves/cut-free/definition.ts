import { z } from 'zod';
import { type Circuit, partOf } from '../../../circuit/index.ts';
import { isKind, type Part, partSchema, partValue, refSchema } from '../../../device/index.ts';
import type { MoveDefinition } from '../move.ts';

/** A pin by its part and its place in that part's pins. */
const pinSchema = z.strictObject({ ref: refSchema, pin: z.int().min(0).max(7) });
export type CutPin = z.infer<typeof pinSchema>;

const schema = z.strictObject({
  move: z.literal('cut-free'),
  /** The supply that it is cut off from, whose ref the new one has. */
  ref: refSchema,
  /** Where it is cut: pins of parts that stay. */
  plus: pinSchema,
  minus: pinSchema,
  /** What feeds it from then on; its pins are those of the cut. */
  part: partSchema,
});

export function netAt(circuit: Circuit, { ref, pin }: CutPin): string | undefined {
  return partOf(circuit, ref)?.pins[pin];
}

/**
 * The parts with LEDs that nothing but the two nets joins to the rest; empty where the supply is among them. What lies
 * straight from one net to the other stays with the rest, unless it is an LED.
 */
export function freedBy(circuit: Circuit, plus: string, minus: string): readonly Part[] {
  const groups: { readonly nets: Set<string>; readonly parts: Part[] }[] = [];
  for (const part of circuit.parts) {
    const inner = (part.pins as readonly string[]).filter((net) => net !== plus && net !== minus);
    const joined = groups.filter(({ nets }) => inner.some((net) => nets.has(net)));
    const group = {
      nets: new Set([...joined.flatMap(({ nets }) => [...nets]), ...inner]),
      parts: [...joined.flatMap(({ parts }) => parts), part],
    };
    for (const old of joined) groups.splice(groups.indexOf(old), 1);
    groups.push(group);
  }
  const isFed = (part: Part) => isKind(part, 'dc') || isKind(part, 'ac') || isKind(part, 'battery');
  const freed = groups.filter(({ parts }) => parts.some((part) => isKind(part, 'led')) && !parts.some(isFed)).flatMap(({ parts }) => parts);
  return circuit.parts.filter((part) => freed.includes(part));
}

/** The part with the LEDs taken out of the thing and fed by itself. */
export const cutFree: MoveDefinition<typeof schema> = {
  schema,
  apply: (circuit, { ref, plus, minus, part }) => {
    const [plusNet, minusNet] = [netAt(circuit, plus), netAt(circuit, minus)];
    if (plusNet === undefined || minusNet === undefined) return circuit;
    const freed = freedBy(circuit, plusNet, minusNet);
    if (freed.length === 0) return circuit;
    const { construction: _, ground: __, ...rest } = circuit;
    return { ...rest, parts: [{ ...part, ref, pins: [plusNet, minusNet] } as Part, ...freed] };
  },
  words: ({ part }) => ({ before: `cut free, on ${partValue(part)}`, ref: '' }),
  effort: () => ({ parts: 1, joints: 2, reversible: true }),
  fitted: () => [],
  steps: ({ plus, minus, part }, circuit) => [
    {
      name: 'Lift',
      text: `Both wires or tracks between what stays and the rest: at ${plus.ref} (net ${netAt(circuit, plus)}, plus) and at ${minus.ref} (net ${netAt(circuit, minus)}, minus). Nothing of the old supply stays joined.`,
    },
    { name: 'Fit', text: `${partValue(part)}, plus to ${plus.ref}, minus to ${minus.ref}; mark both wires before they are joined.` },
  ],
};
