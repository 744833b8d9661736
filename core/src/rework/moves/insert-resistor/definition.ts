import { z } from 'zod';
import { type Circuit, partOf, partsOfKind, withFields, withSeriesResistor } from '../../../circuit/index.ts';
import { deviceOf, ratedSchema, refSchema } from '../../../device/index.ts';
import type { MoveDefinition } from '../move.ts';
import { NEW_TOLERANCE } from '../new-parts.ts';
import { fittedWords, valueWords } from '../words.ts';

const schema = z.strictObject({
  move: z.literal('insert-resistor'),
  ref: refSchema,
  at: z.strictObject({ ref: refSchema, pin: z.int().min(0) }),
  ohms: z.number().positive(),
  rated: ratedSchema.optional(),
  tolerance: z.number().positive().max(1).optional(),
});

const [LEAST_OHMS, MOST_OHMS] = [0.1, 1e6];

/** A new resistor between a pin of a part and the net it was on. */
export const insertResistor: MoveDefinition<typeof schema> = {
  schema,
  apply: (circuit, { ref, at, ohms, rated, tolerance = NEW_TOLERANCE.resistor }) => {
    const inserted = withSeriesResistor(circuit, at.ref, at.pin, { ref, ohms, ...(rated && { rated }) });
    return withFields(inserted, ref, { tolerance });
  },
  words: ({ ohms, at }, circuit) =>
    isSource(circuit, at.ref)
      ? { before: `${valueWords(ohms, 'ohms')} in the ${leadWords(circuit, at)} lead`, ref: '' }
      : { before: `${valueWords(ohms, 'ohms')} in series with `, ref: at.ref },
  effort: () => ({ parts: 1, joints: 2, reversible: true }),
  fitted: ({ ref }) => [ref],
  steps: ({ ref, at, ohms, rated }, circuit) => [
    {
      name: 'Lift',
      text: isSource(circuit, at.ref)
        ? `The ${leadWords(circuit, at)} lead of ${at.ref}.`
        : `The lead at ${pinWords(circuit, at)} of ${at.ref}.`,
    },
    { name: 'Fit', text: `${ref} ${fittedWords(ohms, 'ohms', rated)} between the lead and where it was.` },
    { name: 'Insulate', text: `Sleeve over ${ref} and its joints.` },
  ],
  // In a lead of the supply: one part, and nothing on the board is touched. And before LEDs: each, and all that are alike.
  places: (circuit, { supplyRef, ledRef }) => {
    const groups = [...new Map([[ledRef], firstLeds(circuit)].map((refs) => [refs.join(), refs])).values()];
    const inLead = [{ refs: [supplyRef] }, ...groups.map((refs) => ({ refs }))];
    return inLead
      .filter(({ refs }) => refs.length > 0)
      .map(({ refs }) => ({
        is: 'value',
        unit: 'ohms',
        from: LEAST_OHMS,
        to: MOST_OHMS,
        moves: (ohms) =>
          newRefs(circuit, refs.length).map((ref, index) => ({
            move: 'insert-resistor',
            ref,
            at: { ref: refs[index] as string, pin: 0 },
            ohms,
          })),
      }));
  },
};

/** The first LED of each string, where there are several. */
function firstLeds(circuit: Circuit): readonly string[] {
  const leds = partsOfKind(circuit, 'led');
  const cathodes = new Set(leds.map(({ pins }) => pins[1]));
  // What a link joins is one net: the LED behind one that is linked out begins no string.
  for (const { ohms, pins } of partsOfKind(circuit, 'resistor')) {
    if (ohms > 0) continue;
    if (cathodes.has(pins[0])) cathodes.add(pins[1]);
    if (cathodes.has(pins[1])) cathodes.add(pins[0]);
  }
  const first = leds.filter(({ pins }) => !cathodes.has(pins[0]));
  return first.length > 1 ? first.map(({ ref }) => ref) : [];
}

/** So many free refs of new resistors. */
export function newRefs(circuit: Circuit, count: number): readonly string[] {
  const refs: string[] = [];
  for (let number = 1; refs.length < count; number++) if (!partOf(circuit, `R${number}`)) refs.push(`R${number}`);
  return refs;
}

function isSource(circuit: Circuit, ref: string): boolean {
  const part = partOf(circuit, ref);
  return part !== undefined && deviceOf(part.kind).source !== undefined;
}

function leadWords(circuit: Circuit, { ref, pin }: { readonly ref: string; readonly pin: number }): string {
  const name = pinWords(circuit, { ref, pin });
  return name === 'plus' ? '+' : name === 'minus' ? '−' : (partOf(circuit, ref)?.pins[pin] ?? name);
}

function pinWords(circuit: Circuit, { ref, pin }: { readonly ref: string; readonly pin: number }): string {
  const part = partOf(circuit, ref);
  return (part && deviceOf(part.kind).pins[pin]) ?? `pin ${pin + 1}`;
}
