import { z } from 'zod';
import { freshRef, partOf, partsOfKind, withPart } from '../../../circuit/index.ts';
import { partSchema, ratedSchema, refSchema } from '../../../device/index.ts';
import type { MoveDefinition } from '../move.ts';
import { usualTolerance } from '../replace-capacitor/definition.ts';
import { classedWords, fittedWords } from '../words.ts';

const schema = z.strictObject({
  move: z.literal('parallel-capacitor'),
  ref: refSchema,
  across: refSchema,
  farads: z.number().positive(),
  rated: ratedSchema.optional(),
  tolerance: z.number().positive().max(1).optional(),
});

/** Less adds nothing that is seen, more is a replacement. */
const [LEAST_SHARE, MOST_SHARE] = [0.03, 30];

/** A new capacitor across one that stays. */
export const parallelCapacitor: MoveDefinition<typeof schema> = {
  schema,
  apply: (circuit, { ref, across, farads, rated, tolerance = usualTolerance(farads, rated) }) => {
    const part = partOf(circuit, across);
    if (!part) return circuit;
    return withPart(
      circuit,
      partSchema.parse({ kind: 'capacitor', ref, pins: [part.pins[0], part.pins[1]], farads, tolerance, ...(rated && { rated }) }),
    );
  },
  words: ({ across, farads, rated }) => ({ before: `${classedWords(farads, 'farads', rated)} across `, ref: across }),
  effort: () => ({ parts: 1, joints: 2, reversible: true }),
  fitted: ({ ref }) => [ref],
  steps: ({ ref, across, farads, rated }) => [
    { name: 'Fit', text: `${ref} ${fittedWords(farads, 'farads', rated)} across ${across}, which stays.` },
  ],
  places: (circuit, { classes }) =>
    partsOfKind(circuit, 'capacitor').map(({ ref: across, farads: now }) => {
      const wanted = classes.get(across);
      const ref = freshRef(circuit, 'C');
      return {
        is: 'value',
        unit: 'farads',
        of: [across],
        from: LEAST_SHARE * now,
        to: MOST_SHARE * now,
        moves: (farads) => [{ move: 'parallel-capacitor', ref, across, farads, ...(wanted !== undefined && { rated: { class: wanted } }) }],
      };
    }),
};
