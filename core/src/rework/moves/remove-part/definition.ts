import { z } from 'zod';
import { type Circuit, partsOfKind, withFields, withoutPart } from '../../../circuit/index.ts';
import { type Part, refSchema } from '../../../device/index.ts';
import type { MoveDefinition } from '../move.ts';

const schema = z.strictObject({ move: z.literal('remove-part'), ref: refSchema });

/** A part lifted: one of several in parallel. */
export const removePart: MoveDefinition<typeof schema> = {
  schema,
  apply: (circuit, { ref }) => withoutPart(withoutSense(circuit, ref), ref),
  words: ({ ref }) => ({ before: '', ref, after: ' lifted' }),
  effort: () => ({ parts: 0, joints: 2, reversible: true }),
  fitted: () => [],
  steps: ({ ref }) => [{ name: 'Lift', text: `${ref}, both joints. Keep it: the way back.` }],
  places: (circuit) => {
    const lifted = partsOfKind(circuit, 'resistor').filter(
      (part) => !part.lead && partsOfKind(circuit, 'resistor').some((other) => other !== part && isAcross(part.pins, other.pins)),
    );
    return [{ is: 'options', options: lifted.map(({ ref }) => [{ move: 'remove-part', ref }]) }];
  },
};

function isAcross([a, b]: readonly string[], [c, d]: readonly string[]): boolean {
  return (a === c && b === d) || (a === d && b === c);
}

/** What sensed over it senses over those that stay. */
function withoutSense(circuit: Circuit, ref: string): Circuit {
  return circuit.parts.reduce((changed, part) => {
    const sense = (part as Part & { sense?: readonly string[] }).sense;
    const left = sense?.filter((one) => one !== ref) ?? [];
    return sense && left.length < sense.length && left.length > 0 ? withFields(changed, part.ref, { sense: left }) : changed;
  }, circuit);
}
