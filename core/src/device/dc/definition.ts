import { z } from 'zod';
import { type DeviceDefinition, partBase, steadyWave, twoPins } from '../definition.ts';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('dc'),
  pins: twoPins,
  volts: z.number().min(-1e6).max(1e6),
  ohms: z.number().min(0).max(1e9).optional(),
});

/** An ideal direct voltage behind a resistance. */
export const dc: DeviceDefinition<'dc', typeof schema> = {
  kind: 'dc',
  pins: ['plus', 'minus'],
  polar: true,
  supplies: true,
  toleranced: 'volts',
  schema,
  expand: (part, build) => build.source(0, 1, steadyWave(part.volts), part.ohms ?? 0, 0),
};
