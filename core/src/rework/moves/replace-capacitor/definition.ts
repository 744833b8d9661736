import { z } from 'zod';
import { partsOfKind, withFields } from '../../../circuit/index.ts';
import { isElectrolytic, ratedSchema, refSchema } from '../../../device/index.ts';
import type { MoveDefinition } from '../move.ts';
import { NEW_TOLERANCE } from '../new-parts.ts';
import { fittedWords, replacedWords } from '../words.ts';

const schema = z.strictObject({
  move: z.literal('replace-capacitor'),
  ref: refSchema,
  farads: z.number().positive(),
  rated: ratedSchema.optional(),
  tolerance: z.number().positive().max(1).optional(),
});

/** A capacitor is looked for within so many times its value either way. */
const RANGE = 30;

/** Another capacitor in the same place: a dropper's value, a reservoir, a class, more volts. */
export const replaceCapacitor: MoveDefinition<typeof schema> = {
  schema,
  apply: (circuit, { ref, farads, rated, tolerance = usualTolerance(farads, rated) }) =>
    withFields(circuit, ref, { farads, tolerance, marking: undefined, spread: undefined, rated }),
  words: ({ ref, farads, rated }, circuit) => {
    const was = partsOfKind(circuit, 'capacitor').find((part) => part.ref === ref)?.farads;
    return { before: `${replacedWords(farads, 'farads', rated, was)} for `, ref };
  },
  effort: () => ({ parts: 1, joints: 2, reversible: true }),
  fitted: ({ ref }) => [ref],
  steps: ({ ref, farads, rated }) => [
    { name: 'Lift', text: `${ref}, both joints, once it is discharged. Keep it: the way back.` },
    {
      name: 'Fit',
      text: `${ref} ${fittedWords(farads, 'farads', rated)} in its place${isElectrolytic({ farads, rated }) ? ', the right way round' : ''}.`,
    },
  ],
  places: (circuit, { classes }) =>
    partsOfKind(circuit, 'capacitor').map(({ ref, farads: now }) => {
      const wanted = classes.get(ref);
      return {
        is: 'value',
        unit: 'farads',
        now,
        of: [ref],
        from: now / RANGE,
        to: RANGE * now,
        moves: (farads) => [{ move: 'replace-capacitor', ref, farads, ...(wanted !== undefined && { rated: { class: wanted } }) }],
      };
    }),
};

export function usualTolerance(farads: number, rated: { readonly class?: string | undefined } | undefined): number {
  return isElectrolytic({ farads, rated }) ? NEW_TOLERANCE.electrolytic : NEW_TOLERANCE.film;
}
