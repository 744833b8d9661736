import { z } from 'zod';

/** No part bears more of anything, V, A or W: a figure beyond is a slip, and too large to reckon with. */
const ratingSchema = z.number().positive().max(1e9);

/** What a part's maker says it takes. All SI; `celsius` is the maximum (of an LED: of the junction). */
export const ratedSchema = z.strictObject({
  watts: ratingSchema.optional(),
  volts: ratingSchema.optional(),
  amps: ratingSchema.optional(),
  peakAmps: ratingSchema.optional(),
  reverseVolts: ratingSchema.optional(),
  celsius: z.number().optional(),
  class: z.string().max(40).optional(),
});
export type Rated = z.infer<typeof ratedSchema>;

/** A ref as printed on a board or given by the user: `R1`, `D1-D24`, `IN`. */
export const refSchema = z
  .string()
  .regex(/^[A-Za-z][A-Za-z0-9_-]{0,23}$/, 'a ref starts with a letter and has at most 24 letters, digits, - and _');

/** A net name. */
export const netSchema = z.string().min(1).max(40);

/** What every part has, whatever its kind. `pins` are net names in the kind's order. */
export const partBase = {
  ref: refSchema,
  rated: ratedSchema.optional(),
  celsius: z.number().min(-100).max(500).optional(),
  /** Relative, ± at 95 %, of the value that its kind is sold by. */
  tolerance: z.number().positive().max(1).optional(),
  /** One standard deviation of values by their field, in their unit, where readings have taught it. */
  spread: z.record(z.string().max(40), z.number().positive()).optional(),
  marking: z.string().max(200).optional(),
  note: z.string().max(2000).optional(),
};

/** A semiconductor's package as it is called: SOT-23, TO-92. */
export const packageField = { body: z.string().max(40).optional() };

/** Two pins, as net names. */
export const twoPins = z.tuple([netSchema, netSchema]);

/** Three pins. */
export const threePins = z.tuple([netSchema, netSchema, netSchema]);

/** Four pins. */
export const fourPins = z.tuple([netSchema, netSchema, netSchema, netSchema]);

/** Where each pin of a chip is, by the names that its mark gives them: nets, pads, or pins of other parts as they were typed. */
export const chipField = {
  chipPins: z
    .array(z.strictObject({ name: z.string().min(1).max(24), on: netSchema }))
    .max(16)
    .optional(),
};
