import { z } from 'zod';
import { type Circuit, partsOfKind, withFields } from '../../../circuit/index.ts';
import { ratedSchema, refSchema } from '../../../device/index.ts';
import type { MoveDefinition } from '../move.ts';
import { NEW_TOLERANCE } from '../new-parts.ts';
import { fittedWords, replacedWords, valueWords } from '../words.ts';

const schema = z.strictObject({
  move: z.literal('replace-resistor'),
  ref: refSchema,
  ohms: z.number().positive(),
  rated: ratedSchema.optional(),
  tolerance: z.number().positive().max(1).optional(),
  fusible: z.boolean().optional(),
});

/** Resistors whose values differ by less are alike: as measured they differ a little. */
const ALIKE_SHARE = 0.1;
const [LEAST_OHMS, MOST_OHMS] = [0.1, 1e6];
/** A surge resistor may become a dropper; what bleeds a charge becomes no load. */
const [DOWN, UP] = [100, 1000];

/** Another resistor in the same place. */
export const replaceResistor: MoveDefinition<typeof schema> = {
  schema,
  // Nothing of the old part is left: not what it may take, what is printed on it, or what readings taught of it.
  apply: (circuit, { ref, ohms, rated, tolerance = NEW_TOLERANCE.resistor, fusible }) =>
    withFields(circuit, ref, {
      ohms,
      tolerance,
      marking: undefined,
      spread: undefined,
      rated,
      ...(fusible !== undefined && { fusible }),
    }),
  words: ({ ref, ohms, rated, fusible }, circuit) => ({
    before: fusible ? `fusible ${valueWords(ohms, 'ohms')} for ` : `${replacedWords(ohms, 'ohms', rated, ohmsOf(circuit, ref))} for `,
    ref,
  }),
  effort: () => ({ parts: 1, joints: 2, reversible: true }),
  fitted: ({ ref }) => [ref],
  steps: ({ ref, ohms, rated, fusible }) => [
    { name: 'Lift', text: `${ref}, both joints. Keep it: the way back.` },
    {
      name: 'Fit',
      text: `${ref} ${fittedWords(ohms, 'ohms', rated)}${fusible ? ', fusible' : ''}, in its place${(rated?.watts ?? 0) >= 1 ? ', 5 mm off the board' : ''}.`,
    },
  ],
  // Resistors of one value that sit alike count as one change, too: three 39 Ω in three branches are swapped together.
  places: (circuit) =>
    resistorGroups(circuit).map((refs) => {
      const now = ohmsOf(circuit, refs[0] as string);
      return {
        is: 'value',
        unit: 'ohms',
        now,
        of: refs,
        from: Math.max(LEAST_OHMS, now / DOWN),
        to: Math.min(MOST_OHMS, UP * now),
        moves: (ohms) => refs.map((ref) => ({ move: 'replace-resistor', ref, ohms, ...keptFusible(circuit, ref) })),
      };
    }),
};

/** A fusible resistor is replaced by a fusible one. */
function keptFusible(circuit: Circuit, ref: string): { fusible?: true } {
  return partsOfKind(circuit, 'resistor').find((part) => part.ref === ref)?.fusible ? { fusible: true } : {};
}

function ohmsOf(circuit: Circuit, ref: string): number {
  return partsOfKind(circuit, 'resistor').find((part) => part.ref === ref)?.ohms ?? Number.NaN;
}

/** Every resistor by itself, and those of one value together. */
export function resistorGroups(circuit: Circuit): readonly (readonly string[])[] {
  const groups: { readonly refs: string[]; readonly ohms: number }[] = [];
  const all = partsOfKind(circuit, 'resistor').filter(({ ohms, lead, motor }) => ohms > 0 && !lead && !motor);
  for (const part of all) {
    const group = groups.find(({ ohms }) => Math.abs(ohms / part.ohms - 1) < ALIKE_SHARE);
    if (group) group.refs.push(part.ref);
    else groups.push({ refs: [part.ref], ohms: part.ohms });
  }
  return [
    ...groups.map(({ refs }) => refs),
    ...groups.filter(({ refs }) => refs.length > 1).flatMap(({ refs }) => refs.map((ref) => [ref])),
  ];
}
