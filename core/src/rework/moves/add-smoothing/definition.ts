import { z } from 'zod';
import { withPart } from '../../../circuit/index.ts';
import { netSchema, partSchema, ratedSchema, refSchema } from '../../../device/index.ts';
import type { MoveDefinition } from '../move.ts';
import { NEW_TOLERANCE } from '../new-parts.ts';
import { fittedWords, valueWords } from '../words.ts';

const schema = z.strictObject({
  move: z.literal('add-smoothing'),
  ref: refSchema,
  plus: netSchema,
  minus: netSchema,
  farads: z.number().positive(),
  rated: ratedSchema.optional(),
});

/** A capacitor across what lights, against flicker. */
export const addSmoothing: MoveDefinition<typeof schema> = {
  schema,
  apply: (circuit, { ref, plus, minus, farads, rated }) =>
    withPart(
      circuit,
      partSchema.parse({
        kind: 'capacitor',
        ref,
        pins: [plus, minus],
        farads,
        tolerance: NEW_TOLERANCE.electrolytic,
        ...(rated && { rated }),
      }),
    ),
  words: ({ farads, plus, minus }) => ({ before: `${valueWords(farads, 'farads')} from ${plus} to ${minus}`, ref: '' }),
  effort: () => ({ parts: 1, joints: 2, reversible: true }),
  fitted: ({ ref }) => [ref],
  steps: ({ ref, plus, minus, farads, rated }) => [
    { name: 'Fit', text: `${ref} ${fittedWords(farads, 'farads', rated)} from ${plus} (plus) to ${minus}, the right way round.` },
  ],
};
