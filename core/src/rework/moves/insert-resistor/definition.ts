import { z } from 'zod';
import { freshRef, suppliesOf, withFields, withSeriesResistor } from '../../../circuit/index.ts';
import { ratedSchema, refSchema } from '../../../device/index.ts';
import { formatEngineering } from '../../../quantity/index.ts';
import { type MoveDefinition, NEW_PART_TOLERANCE } from '../move.ts';
import { resistorWords } from '../resistor-words.ts';

const schema = z.strictObject({
  change: z.literal('insert-resistor'),
  ref: refSchema,
  at: z.strictObject({ ref: refSchema, pin: z.int().min(0) }),
  ohms: z.number().positive(),
  rated: ratedSchema.optional(),
});

/** A new resistor between a pin of a part and the net it was on. */
export const insertResistor: MoveDefinition<typeof schema> = {
  schema,
  apply: (circuit, { ref, at, ohms, rated }) => {
    const inserted = withSeriesResistor(circuit, at.ref, at.pin, { ref, ohms, ...(rated && { rated }) });
    return withFields(inserted, ref, { tolerance: NEW_PART_TOLERANCE });
  },
  steps: (change) => [
    { name: 'Lift', text: `The lead at pin ${change.at.pin + 1} of ${change.at.ref}.` },
    { name: 'Fit', text: `${resistorWords(change)} between the lead and where it was.` },
    { name: 'Insulate', text: `Sleeve over ${change.ref} and its joints.` },
  ],
  // In the plus lead of the main supply: one part, two joints, and nothing on the board is touched.
  proposals: (circuit) => {
    const supply = suppliesOf(circuit)[0];
    if (!supply) return [];
    const ref = freshRef(circuit, 'R');
    const at = { ref: supply.ref, pin: 0 };
    return [
      {
        code: 'insert-resistor',
        title: (ohms) => `${formatEngineering(ohms, 'ohms').text} in the + lead`,
        changes: (ohms, watts) => [{ change: 'insert-resistor', ref, at, ohms, ...(watts !== undefined && { rated: { watts } }) }],
        refs: [ref],
        joints: 2,
      },
    ];
  },
};
