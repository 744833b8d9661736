import { z } from 'zod';
import { type DeviceDefinition, partBase, twoPins } from '../definition.ts';

/** Typical contact resistance of a small slide or push switch, lead to lead. */
const CONTACT_OHMS = 0.02;
/** An open contact: leakage over a dirty insulator, so that the far side has a defined potential. */
const OPEN_OHMS = 1e12;

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('switch'),
  pins: twoPins,
  closed: z.boolean().optional(),
  ohms: z.number().min(0).max(1e6).optional(),
});

export const switchDevice: DeviceDefinition<'switch', typeof schema> = {
  kind: 'switch',
  pins: ['a', 'b'],
  polar: false,
  supplies: false,
  toleranced: 'ohms',
  schema,
  expand: (part, build) => build.resistance(0, 1, part.closed === false ? OPEN_OHMS : (part.ohms ?? CONTACT_OHMS)),
};
