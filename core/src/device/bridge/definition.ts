import { z } from 'zod';
import { type DeviceDefinition, fourPins, partBase } from '../definition.ts';
import { junctionLaw, TYPICAL_DIODES } from '../diode/junction.ts';
import { diodeModelSchema } from '../led/model-schema.ts';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('bridge'),
  pins: fourPins,
  type: z.enum(['silicon', 'schottky']).optional(),
  /** Of one diode. */
  model: diodeModelSchema.optional(),
  voltsPerKelvin: z.number().min(-0.1).max(0.1).optional(),
});

/** Four diodes: from each AC pin to plus, from minus to each AC pin. */
export const bridge: DeviceDefinition<'bridge', typeof schema> = {
  kind: 'bridge',
  pins: ['ac1', 'ac2', 'plus', 'minus'],
  polar: true,
  supplies: false,
  schema,
  expand: (part, build, surroundings) => {
    const law = junctionLaw({ ...part, model: part.model ?? TYPICAL_DIODES[part.type ?? 'silicon'] }, surroundings);
    build.curve(0, 2, law);
    build.curve(1, 2, law);
    build.curve(3, 0, law);
    build.curve(3, 1, law);
  },
};
