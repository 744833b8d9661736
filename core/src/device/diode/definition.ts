import { z } from 'zod';
import { type DeviceDefinition, partBase, twoPins } from '../definition.ts';
import { diodeModelSchema } from '../led/model-schema.ts';
import { junctionLaw, TYPICAL_DIODES } from './junction.ts';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('diode'),
  pins: twoPins,
  type: z.enum(['silicon', 'schottky']).optional(),
  model: diodeModelSchema.optional(),
  voltsPerKelvin: z.number().min(-0.1).max(0.1).optional(),
  breakdownVolts: z.number().positive().optional(),
  breakdownOhms: z.number().positive().optional(),
});

export const diode: DeviceDefinition<'diode', typeof schema> = {
  kind: 'diode',
  pins: ['anode', 'cathode'],
  polar: true,
  supplies: false,
  schema,
  expand: (part, build, surroundings) =>
    build.curve(0, 1, junctionLaw({ ...part, model: part.model ?? TYPICAL_DIODES[part.type ?? 'silicon'] }, surroundings)),
};
