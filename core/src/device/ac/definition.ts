import { z } from 'zod';
import { type DeviceDefinition, partBase, twoPins } from '../definition.ts';

const schema = z.strictObject({
  ...partBase,
  kind: z.literal('ac'),
  pins: twoPins,
  voltsRms: z.number().min(0).max(1e6),
  hertz: z.number().min(0.1).max(1e6),
  ohms: z.number().min(0).max(1e9).optional(),
  henries: z.number().min(0).max(1e3).optional(),
  /** Radians. */
  phase: z.number().min(-100).max(100).optional(),
});

/** √2·voltsRms·sin(2πft + phase), open circuit, behind a resistance and an inductance. */
export const ac: DeviceDefinition<'ac', typeof schema> = {
  kind: 'ac',
  pins: ['a', 'b'],
  polar: false,
  supplies: true,
  toleranced: 'voltsRms',
  schema,
  expand: (part, build) => {
    const wave = { offset: 0, amplitude: Math.SQRT2 * part.voltsRms, hertz: part.hertz, phase: part.phase ?? 0 };
    build.source(0, 1, wave, part.ohms ?? 0, part.henries ?? 0);
  },
};
