import { z } from 'zod';
import { partOf, withReplacement } from '../../../circuit/index.ts';
import { isKind, ledFieldsSchema, partSchema, refSchema } from '../../../device/index.ts';
import type { MoveDefinition } from '../move.ts';

const schema = z.strictObject({ move: z.literal('replace-led'), ref: refSchema, led: ledFieldsSchema });

/** Another LED in the same place: its colour, its body, how many. */
export const replaceLed: MoveDefinition<typeof schema> = {
  schema,
  // Of the old one only its place and how many there are stay: its curve, ratings and what was learnt of it are gone.
  apply: (circuit, { ref, led }) => {
    const part = partOf(circuit, ref);
    if (!isKind(part, 'led')) return circuit;
    const { series, parallel } = part;
    const parsed = partSchema.safeParse({
      kind: 'led',
      ref,
      pins: part.pins,
      ...(series !== undefined && { series }),
      ...(parallel !== undefined && { parallel }),
      ...led,
    });
    return parsed.success ? withReplacement(circuit, ref, parsed.data) : circuit;
  },
  words: ({ ref, led: { colour, body, series, parallel } }) => {
    const count = (series ?? 1) * (parallel ?? 1);
    const named = [colour ?? 'new', body, 'LED'].filter((word) => word !== undefined).join(' ');
    return { before: `${count > 1 ? `${count} ` : ''}${named}${count > 1 ? 's' : ''} for `, ref };
  },
  effort: ({ ref, led }, circuit) => {
    const old = partOf(circuit, ref);
    const { series = 1, parallel = 1 } = { ...(isKind(old, 'led') ? old : {}), ...led };
    return { parts: series * parallel, joints: 2 * series * parallel, reversible: false };
  },
  fitted: ({ ref }) => [ref],
  steps: ({ ref, led: { colour, body } }) => [
    { name: 'Lift', text: `${ref}, from a heated board or with two irons; note which pad its cathode was on.` },
    { name: 'Fit', text: `${[colour, body].filter(Boolean).join(' ') || 'A new'} LED for ${ref}, cathode where it was.` },
  ],
};
