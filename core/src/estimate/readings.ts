import { z } from 'zod';
import { netSchema, refSchema } from '../device/index.ts';

/** Further from nothing than any figure of a bench, in SI units; its square still is a number. */
const LARGEST_FIGURE = 1e12;

const figure = {
  id: z.string().min(1).max(60),
  value: z.number().min(-LARGEST_FIGURE).max(LARGEST_FIGURE),
  uncertainty: z
    .number()
    .min(1 / LARGEST_FIGURE ** 2)
    .max(LARGEST_FIGURE),
  /** `ripple` is from the lowest to the highest moment of the period. */
  statistic: z.enum(['avg', 'rms', 'ripple']).optional(),
  /** As the gadget was; volts over a source while it is dead are those with nothing on it. */
  state: z.enum(['dead', 'charged', 'live']).optional(),
  /** By name: readings of one figure on one meter share its error. */
  meter: z.string().max(60).optional(),
};

/** What each kind of reading is of. */
export const READING_PLACES = {
  volts: {
    across: z.union([refSchema, z.tuple([netSchema, netSchema])]),
    /** Of an LED alone, dead, while a bench supply sends this through the whole of it. */
    atAmps: z.number().positive().optional(),
  },
  amps: { through: refSchema },
  ohms: { across: refSchema },
  farads: { across: refSchema },
  watts: { of: refSchema },
} as const;

/** A reading with one standard uncertainty in its own unit. */
export const estimateReadingSchema = z.discriminatedUnion('kind', [
  z.strictObject({ ...figure, kind: z.literal('volts'), ...READING_PLACES.volts }),
  z.strictObject({ ...figure, kind: z.literal('amps'), ...READING_PLACES.amps }),
  z.strictObject({ ...figure, kind: z.literal('ohms'), ...READING_PLACES.ohms }),
  z.strictObject({ ...figure, kind: z.literal('farads'), ...READING_PLACES.farads }),
  z.strictObject({ ...figure, kind: z.literal('watts'), ...READING_PLACES.watts }),
]);
export type EstimateReading = z.infer<typeof estimateReadingSchema>;
