import { z } from 'zod';
import { type DeviceDefinition, partBase, twoPins } from '../definition.ts';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('inductor'),
  pins: twoPins,
  henries: z.number().positive().max(1e4),
  /** Of the winding. */
  ohms: z.number().min(0).max(1e9).optional(),
});

/** An inductance with its winding's resistance; a short to direct current. */
export const inductor: DeviceDefinition<'inductor', typeof schema> = {
  kind: 'inductor',
  pins: ['a', 'b'],
  polar: false,
  supplies: false,
  toleranced: 'henries',
  schema,
  expand: (part, build) => build.inductance(0, 1, part.henries, part.ohms ?? 0),
};
