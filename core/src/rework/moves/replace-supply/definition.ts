import { z } from 'zod';
import { partOf, withReplacement } from '../../../circuit/index.ts';
import { partSchema, partValue, refSchema } from '../../../device/index.ts';
import type { MoveDefinition } from '../move.ts';

const schema = z.strictObject({
  move: z.literal('replace-supply'),
  ref: refSchema,
  /** Whole, as it will be; its pins are those of what it replaces. */
  part: partSchema,
});

/** Another source feeds it. The goal says so; no search tries it. */
export const replaceSupply: MoveDefinition<typeof schema> = {
  schema,
  apply: (circuit, { ref, part }) => {
    const old = partOf(circuit, ref);
    return old ? withReplacement(circuit, ref, { ...part, ref, pins: old.pins } as typeof part) : circuit;
  },
  words: ({ part }) => ({ before: `on ${partValue(part)}`, ref: '' }),
  effort: () => ({ parts: 0, joints: 0, reversible: true }),
  fitted: () => [],
  steps: () => [],
};
