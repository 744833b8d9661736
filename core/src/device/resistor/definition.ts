import { z } from 'zod';
import { type DeviceDefinition, partBase, twoPins } from '../definition.ts';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('resistor'),
  pins: twoPins,
  /** 0 is a link. */
  ohms: z.number().min(0).max(1e12),
});

export const resistor: DeviceDefinition<'resistor', typeof schema> = {
  kind: 'resistor',
  pins: ['a', 'b'],
  polar: false,
  supplies: false,
  toleranced: 'ohms',
  schema,
  expand: (part, build) => build.resistance(0, 1, part.ohms),
};
