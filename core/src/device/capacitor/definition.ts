import { z } from 'zod';
import { type DeviceDefinition, partBase, twoPins } from '../definition.ts';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('capacitor'),
  pins: twoPins,
  farads: z.number().positive().max(1e4),
  /** In series with it. */
  ohms: z.number().min(0).max(1e9).optional(),
  initialVolts: z.number().min(-1e6).max(1e6).optional(),
});

/** A capacitance behind a series resistance; open to direct current. */
export const capacitor: DeviceDefinition<'capacitor', typeof schema> = {
  kind: 'capacitor',
  pins: ['a', 'b'],
  polar: false,
  supplies: false,
  toleranced: 'farads',
  schema,
  expand: (part, build) => build.capacitance(0, 1, part.farads, part.ohms ?? 0, part.initialVolts ?? 0),
};
