import { z } from 'zod';
import { type Circuit, partOf, partsOfKind, withFields, withPart } from '../../../circuit/index.ts';
import { type Part, partSchema, ratedSchema, refSchema } from '../../../device/index.ts';
import { newRefs } from '../insert-resistor/definition.ts';
import type { MoveDefinition } from '../move.ts';
import { NEW_TOLERANCE } from '../new-parts.ts';
import { resistorGroups } from '../replace-resistor/definition.ts';
import { fittedWords, valueWords } from '../words.ts';

const schema = z.strictObject({
  move: z.literal('parallel-resistor'),
  ref: refSchema,
  across: refSchema,
  ohms: z.number().positive(),
  rated: ratedSchema.optional(),
  tolerance: z.number().positive().max(1).optional(),
});

/** A resistor in parallel changes a value by less than a hundredth; one of less than a tenth takes its place. */
const [LEAST_SHARE, MOST_SHARE] = [0.1, 100];

/** A new resistor across one that stays. */
export const parallelResistor: MoveDefinition<typeof schema> = {
  schema,
  apply: (circuit, { ref, across, ohms, rated, tolerance = NEW_TOLERANCE.resistor }) => {
    const part = partOf(circuit, across);
    if (!part) return circuit;
    const added = partSchema.parse({ kind: 'resistor', ref, pins: [part.pins[0], part.pins[1]], ohms, tolerance, ...(rated && { rated }) });
    return withPart(withSense(circuit, across, ref), added);
  },
  words: ({ across, ohms }) => ({ before: `${valueWords(ohms, 'ohms')} across `, ref: across }),
  effort: () => ({ parts: 1, joints: 2, reversible: true }),
  fitted: ({ ref }) => [ref],
  steps: ({ ref, across, ohms, rated }) => [
    { name: 'Fit', text: `${ref} ${fittedWords(ohms, 'ohms', rated)} across ${across}, which stays.` },
  ],
  places: (circuit) =>
    resistorGroups(circuit).map((refs) => {
      const now = partsOfKind(circuit, 'resistor').find(({ ref }) => ref === refs[0])?.ohms ?? Number.NaN;
      return {
        is: 'value',
        unit: 'ohms',
        of: refs,
        from: LEAST_SHARE * now,
        to: MOST_SHARE * now,
        moves: (ohms) =>
          newRefs(circuit, refs.length).map((ref, index) => ({ move: 'parallel-resistor', ref, across: refs[index] as string, ohms })),
      };
    }),
};

/** What senses over one resistor senses over the one across it, too. */
function withSense(circuit: Circuit, across: string, ref: string): Circuit {
  return circuit.parts.reduce((changed, part) => {
    const sense = (part as Part & { sense?: readonly string[] }).sense;
    return sense?.includes(across) ? withFields(changed, part.ref, { sense: [...sense, ref] }) : changed;
  }, circuit);
}
