import { z } from 'zod';
import { withFields, withSeriesResistor } from '../../../circuit/index.ts';
import { ratedSchema, refSchema } from '../../../device/index.ts';
import type { MoveDefinition } from '../move.ts';
import { NEW_TOLERANCE } from '../new-parts.ts';
import { fittedWords, valueWords } from '../words.ts';

const schema = z.strictObject({
  move: z.literal('add-balance'),
  ref: refSchema,
  /** The first LED of the string. */
  at: z.strictObject({ ref: refSchema, pin: z.int().min(0) }),
  ohms: z.number().positive(),
  rated: ratedSchema.optional(),
});

/** A small resistor in each of several strings, so that they share the current. */
export const addBalance: MoveDefinition<typeof schema> = {
  schema,
  apply: (circuit, { ref, at, ohms, rated }) =>
    withFields(withSeriesResistor(circuit, at.ref, at.pin, { ref, ohms, ...(rated && { rated }) }), ref, {
      tolerance: NEW_TOLERANCE.resistor,
    }),
  words: ({ at, ohms }) => ({ before: `${valueWords(ohms, 'ohms')} to share, before `, ref: at.ref }),
  effort: () => ({ parts: 1, joints: 2, reversible: true }),
  fitted: ({ ref }) => [ref],
  steps: ({ ref, at, ohms, rated }) => [
    { name: 'Fit', text: `${ref} ${fittedWords(ohms, 'ohms', rated)} before ${at.ref}, its track cut there.` },
  ],
};
