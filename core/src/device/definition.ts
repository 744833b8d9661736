import { z } from 'zod';

/** What a part's maker says it takes. All SI; `celsius` is the maximum (of an LED: of the junction). */
export const ratedSchema = z.strictObject({
  watts: z.number().positive().optional(),
  volts: z.number().positive().optional(),
  amps: z.number().positive().optional(),
  peakAmps: z.number().positive().optional(),
  reverseVolts: z.number().positive().optional(),
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
  tolerance: z.number().positive().max(1).optional(),
  marking: z.string().max(200).optional(),
  note: z.string().max(2000).optional(),
};

/** A voltage-controlled two-terminal law, evaluated in place so that the Newton loop allocates nothing. */
export interface CurveLaw {
  /** Writes the current (A) through the element at `volts`, and its slope (S), to `out.amps` and `out.siemens`. */
  evaluate(volts: number, out: CurvePoint): void;
  /** The voltage to evaluate at, when Newton proposes `volts` after `previous`: keeps an exponential in reach. */
  limit(volts: number, previous: number): number;
}

export interface CurvePoint {
  amps: number;
  siemens: number;
}

/** What a part is made of, seen by the solver. Terminals are indices into the part's pins. */
export interface PartBuilder {
  /** A resistance; zero is allowed and stands for a link. */
  resistance(a: number, b: number, ohms: number): void;
  /** `volts` from plus to minus behind `ohms`, which may be zero. */
  source(plus: number, minus: number, volts: number, ohms: number): void;
  curve(a: number, b: number, law: CurveLaw): void;
}

export interface Surroundings {
  /** Of the part: its own where given, else the circuit's. */
  readonly celsius: number;
}

/** One part kind: its shape, its pins and its law. A new kind is one folder and one line in the registry. */
export interface DeviceDefinition<Kind extends string, Schema extends z.ZodType> {
  readonly kind: Kind;
  /** In the order of `pins`. */
  readonly pins: readonly [string, string, ...string[]];
  /** Whether turning the part round changes anything. */
  readonly polar: boolean;
  /** Delivers power: listed under the supplies. */
  readonly supplies: boolean;
  /** The field that `tolerance` speaks of. */
  readonly toleranced?: string;
  readonly schema: Schema;
  expand(part: z.infer<Schema>, build: PartBuilder, surroundings: Surroundings): void;
}

/** Two pins, as net names. */
export const twoPins = z.tuple([netSchema, netSchema]);
