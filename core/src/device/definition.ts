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
  /** Volts to evaluate at before anything is known, whatever they are said to be: its bend, from which any step is free. */
  readonly firstVolts: number;
}

export interface CurvePoint {
  amps: number;
  siemens: number;
}

/** A source's open volts over time: offset + amplitude·sin(2π·hertz·t + phase). */
export interface SourceWave {
  readonly offset: number;
  readonly amplitude: number;
  readonly hertz: number;
  /** Radians. */
  readonly phase: number;
}

/**
 * A law over several terminals. Volts are against the last terminal; amps flow into each terminal but the last, which
 * takes the rest. It limits its own junctions against what it remembers, and then answers linearised.
 */
export interface BlockLaw {
  /** Pairs of terminals that current can pass between: what is joined by none of them floats. */
  readonly paths: readonly (readonly [number, number])[];
  /** How many numbers it remembers between iterations. */
  readonly remembers: number;
  /** How many states it can be in, decided between solves: a converter is on or off. */
  readonly firstMode: number;
  /**
   * @param volts of each terminal but the last, against the last
   * @param amps written: into each of them
   * @param siemens written: row i, column j is ∂amps[i]/∂volts[j], row-major
   * @param memory its own part of what is remembered, updated; undefined: evaluate exactly where volts are
   * @returns true when limiting moved it away from `volts`
   */
  evaluate(volts: Float64Array, amps: Float64Array, siemens: Float64Array, memory: Float64Array | undefined, mode: number): boolean;
  /** The state it should be in at settled volts. */
  nextMode(volts: Float64Array, mode: number): number;
}

/** What a part is made of, seen by the solver. Terminals are indices into the part's pins, then inner ones. */
export interface PartBuilder {
  /** A node inside the part. */
  inner(): number;
  /** A resistance; zero is allowed and stands for a link. */
  resistance(a: number, b: number, ohms: number): void;
  /** `wave` from plus to minus behind `ohms` and `henries`, which may be zero. */
  source(plus: number, minus: number, wave: SourceWave, ohms: number, henries: number): void;
  curve(a: number, b: number, law: CurveLaw): void;
  /** Behind `ohms`, which may be zero. */
  capacitance(a: number, b: number, farads: number, ohms: number, initialVolts: number): void;
  inductance(a: number, b: number, henries: number, ohms: number): void;
  block(terminals: readonly number[], law: BlockLaw): void;
}

/** A steady source. */
export function steadyWave(volts: number): SourceWave {
  return { offset: volts, amplitude: 0, hertz: 0, phase: 0 };
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

/** Three pins. */
export const threePins = z.tuple([netSchema, netSchema, netSchema]);

/** Four pins. */
export const fourPins = z.tuple([netSchema, netSchema, netSchema, netSchema]);

/** Two pins, as net names. */
export const twoPins = z.tuple([netSchema, netSchema]);
