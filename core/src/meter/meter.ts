import { z } from 'zod';

/** What a meter is held to: its probes, the way into the gadget, the light, or something warm. */
export const METER_ROLES = ['probes', 'in-line', 'light', 'temperature'] as const;
export type MeterRole = (typeof METER_ROLES)[number];

const METER_UNITS = ['volts', 'amps', 'ohms', 'watts', 'one', 'celsius', 'lux', 'percent'] as const;

const meterRangeSchema = z.strictObject({
  unit: z.enum(METER_UNITS),
  /** The largest reading of the range; left out where the meter chooses by itself. */
  upTo: z.number().positive().max(1e12).optional(),
  /** Limits of error: ± percent of the reading, and steps of the last digit. */
  percent: z.number().min(0).max(100),
  digits: z.number().min(0).max(1000),
  /** Steps that the display has: 4000, 6000, 20000. */
  counts: z.int().min(10).max(1e8).optional(),
  /** Between its probes while it reads volts. */
  inputOhms: z.number().positive().max(1e12).optional(),
  /** Of its shunt while it reads amps. */
  burdenOhms: z.number().min(0).max(1e6).optional(),
});
export type MeterRange = z.infer<typeof meterRangeSchema>;

/** A meter as its maker specifies it. */
export const meterSchema = z.strictObject({
  name: z.string().trim().min(1).max(60),
  role: z.enum(METER_ROLES),
  ranges: z.array(meterRangeSchema).min(1).max(40),
  /** False: it averages and shows the root mean square that a sine would have. */
  trueRms: z.boolean().optional(),
  /** Faster than this it does not follow. */
  hertz: z.number().positive().max(1e12).optional(),
  /** What it may be held to: `CAT III 300 V`. */
  category: z.string().trim().min(1).max(40).optional(),
  beepOhms: z.number().positive().max(1e6).optional(),
  leadOhms: z.number().min(0).max(1e3).optional(),
});
export type Meter = z.infer<typeof meterSchema>;

/** Two meters of one name are one. */
export function meterKey({ name }: Pick<Meter, 'name'>): string {
  return name.trim().toLowerCase();
}
