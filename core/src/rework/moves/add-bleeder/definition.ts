import { z } from 'zod';
import { partOf, withPart } from '../../../circuit/index.ts';
import { partSchema, ratedSchema, refSchema } from '../../../device/index.ts';
import type { MoveDefinition } from '../move.ts';
import { NEW_TOLERANCE } from '../new-parts.ts';
import { fittedWords, valueWords } from '../words.ts';

const schema = z.strictObject({
  move: z.literal('add-bleeder'),
  ref: refSchema,
  /** The capacitor that it discharges. */
  across: refSchema,
  ohms: z.number().positive(),
  rated: ratedSchema.optional(),
});

/** A resistor across a capacitor, to discharge it. */
export const addBleeder: MoveDefinition<typeof schema> = {
  schema,
  apply: (circuit, { ref, across, ohms, rated }) => {
    const part = partOf(circuit, across);
    if (!part) return circuit;
    return withPart(
      circuit,
      partSchema.parse({
        kind: 'resistor',
        ref,
        pins: [part.pins[0], part.pins[1]],
        ohms,
        tolerance: NEW_TOLERANCE.resistor,
        ...(rated && { rated }),
      }),
    );
  },
  words: ({ across, ohms }) => ({ before: `${valueWords(ohms, 'ohms')} to discharge `, ref: across }),
  effort: () => ({ parts: 1, joints: 2, reversible: true }),
  fitted: ({ ref }) => [ref],
  steps: ({ ref, across, ohms, rated }) => [
    { name: 'Fit', text: `${ref} ${fittedWords(ohms, 'ohms', rated)} across ${across}, at its pads.` },
    { name: 'Insulate', text: `Sleeve over the leads of ${ref}.` },
  ],
};
