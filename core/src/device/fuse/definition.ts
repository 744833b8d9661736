import { z } from 'zod';
import { type DeviceDefinition, partBase, twoPins } from '../definition.ts';

const COLD_OHMS = 0.1;

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('fuse'),
  pins: twoPins,
  ohms: z.number().min(0).max(1e4).optional(),
});

/** A fuse is a resistance while intact; `rated.amps` says when it is not. */
export const fuse: DeviceDefinition<'fuse', typeof schema> = {
  kind: 'fuse',
  pins: ['a', 'b'],
  polar: false,
  supplies: false,
  toleranced: 'ohms',
  schema,
  expand: (part, build) => build.resistance(0, 1, part.ohms ?? COLD_OHMS),
};
