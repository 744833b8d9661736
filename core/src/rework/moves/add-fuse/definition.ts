import { z } from 'zod';
import { freshNet, partOf, withPart, withReplacement } from '../../../circuit/index.ts';
import { type Part, partSchema, ratedSchema, refSchema } from '../../../device/index.ts';
import type { MoveDefinition } from '../move.ts';
import { valueWords } from '../words.ts';

const schema = z.strictObject({
  move: z.literal('add-fuse'),
  ref: refSchema,
  at: z.strictObject({ ref: refSchema, pin: z.int().min(0) }),
  rated: ratedSchema.optional(),
});

/** A fuse between a pin of a source and the net it was on. */
export const addFuse: MoveDefinition<typeof schema> = {
  schema,
  apply: (circuit, { ref, at, rated }) => {
    const part = partOf(circuit, at.ref);
    const net = part?.pins[at.pin];
    if (!part || net === undefined) return circuit;
    const inner = freshNet(circuit);
    // The source keeps its net, by which its live pin is known; what hung on it hangs behind the fuse.
    const parts = circuit.parts.map((one) =>
      one === part ? one : ({ ...one, pins: (one.pins as readonly string[]).map((name) => (name === net ? inner : name)) } as Part),
    );
    return withPart(
      withReplacement({ ...circuit, parts }, at.ref, part),
      partSchema.parse({ kind: 'fuse', ref, pins: [net, inner], ...(rated && { rated }) }),
    );
  },
  words: ({ rated }) => ({
    before: `a fuse${rated?.amps === undefined ? '' : ` of ${valueWords(rated.amps, 'amps')}`} in the live lead`,
    ref: '',
  }),
  effort: () => ({ parts: 1, joints: 2, reversible: true }),
  fitted: ({ ref }) => [ref],
  steps: ({ ref, at, rated }) => [
    { name: 'Lift', text: `The live lead of ${at.ref}, at the first pad that it comes to.` },
    {
      name: 'Fit',
      text: `${ref}${rated?.amps === undefined ? '' : `, ${valueWords(rated.amps, 'amps')}, slow`}, made for mains, between the lead and its pad.`,
    },
    { name: 'Insulate', text: `Sleeve over ${ref} and its joints.` },
  ],
};
