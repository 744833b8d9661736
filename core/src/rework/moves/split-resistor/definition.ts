import { z } from 'zod';
import { freshNet, partOf, withPart, withReplacement } from '../../../circuit/index.ts';
import { isKind, partSchema, ratedSchema, refSchema } from '../../../device/index.ts';
import type { MoveDefinition } from '../move.ts';
import { NEW_TOLERANCE } from '../new-parts.ts';
import { fittedWords, valueWords } from '../words.ts';

const schema = z.strictObject({
  move: z.literal('split-resistor'),
  ref: refSchema,
  /** The other half. */
  second: refSchema,
  /** Of each. */
  ohms: z.number().positive(),
  rated: ratedSchema.optional(),
});

/** Two equal resistors in series in the place of one: half of the watts and of the volts each. */
export const splitResistor: MoveDefinition<typeof schema> = {
  schema,
  apply: (circuit, { ref, second, ohms, rated }) => {
    const part = partOf(circuit, ref);
    if (!isKind(part, 'resistor')) return circuit;
    const middle = freshNet(circuit);
    const half = (name: string, pins: readonly [string, string]) =>
      partSchema.parse({ kind: 'resistor', ref: name, pins, ohms, tolerance: NEW_TOLERANCE.resistor, ...(rated && { rated }) });
    const first = { ...half(ref, [part.pins[0], middle]), ...(part.fusible && { fusible: true }) };
    return withPart(withReplacement(circuit, ref, first), half(second, [middle, part.pins[1]]));
  },
  words: ({ ref, ohms }) => ({ before: `two of ${valueWords(ohms, 'ohms')} for `, ref }),
  effort: () => ({ parts: 2, joints: 4, reversible: true }),
  fitted: ({ ref, second }) => [ref, second],
  steps: ({ ref, second, ohms, rated }) => [
    { name: 'Lift', text: `${ref}, both joints. Keep it: the way back.` },
    { name: 'Fit', text: `${ref} and ${second}, ${fittedWords(ohms, 'ohms', rated)} each, in series in its place, 5 mm apart.` },
  ],
};
