import { z } from 'zod';
import { type Circuit, partsOfKind, withFields } from '../../../circuit/index.ts';
import { ratedSchema, refSchema } from '../../../device/index.ts';
import { formatEngineering } from '../../../quantity/index.ts';
import { type MoveDefinition, NEW_PART_TOLERANCE } from '../move.ts';
import { resistorWords } from '../resistor-words.ts';

const schema = z.strictObject({
  change: z.literal('replace-resistor'),
  ref: refSchema,
  ohms: z.number().positive(),
  rated: ratedSchema.optional(),
});

/** Resistors whose values differ by less are alike: as measured they differ a little. */
const ALIKE_SHARE = 0.1;

/** Another resistor in the same place. */
export const replaceResistor: MoveDefinition<typeof schema> = {
  schema,
  apply: (circuit, { ref, ohms, rated }) =>
    withFields(circuit, ref, { ohms, tolerance: NEW_PART_TOLERANCE, marking: undefined, ...(rated && { rated }) }),
  steps: (change) => [
    { name: 'Lift', text: `${change.ref}, both joints. Keep it: the way back.` },
    { name: 'Fit', text: `${resistorWords(change)} in its place.` },
  ],
  // Resistors of one value that sit alike count as one change: three 39 Ω in three branches are swapped together.
  proposals: (circuit) =>
    alikeResistors(circuit).map((refs) => ({
      code: 'replace-resistors',
      title: (ohms) => `${formatEngineering(ohms, 'ohms').text} for ${refs.join(', ')}`,
      changes: (ohms, watts) =>
        refs.map((ref) => ({ change: 'replace-resistor', ref, ohms, ...(watts !== undefined && { rated: { watts } }) })),
      refs,
      joints: 2 * refs.length,
    })),
};

function alikeResistors(circuit: Circuit): readonly (readonly string[])[] {
  const groups: { readonly refs: string[]; readonly ohms: number }[] = [];
  for (const part of partsOfKind(circuit, 'resistor')) {
    if (part.ohms === 0) continue;
    const group = groups.find(({ ohms }) => Math.abs(ohms / part.ohms - 1) < ALIKE_SHARE);
    if (group) group.refs.push(part.ref);
    else groups.push({ refs: [part.ref], ohms: part.ohms });
  }
  return groups.map(({ refs }) => refs);
}
