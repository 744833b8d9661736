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
  /** In place of the sine: two levels that follow each other. */
  readonly pulse?: PulseWave;
}

/** High for a share of each period, low for the rest; the edges are sharp. */
export interface PulseWave {
  readonly highVolts: number;
  readonly lowVolts: number;
  /** When it rises, as a share of the period, 0 to 1. */
  readonly delay: number;
  /** For how long it is high, as a share of the period, 0 to 1. */
  readonly duty: number;
  /** While low nothing is connected. */
  readonly openWhenLow: boolean;
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
  /** A capacitance that is no part of its own: it only makes a change take time. */
  stray(a: number, b: number, farads: number): void;
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
  readonly ohmsOf?: OhmsOf;
  /** Of each junction of what amplifies, where its passage from state to state is followed; else it takes no time. */
  readonly junctionFarads?: number | undefined;
}

/** The ohms of a resistor of the circuit, by its ref; undefined for what is none. */
export type OhmsOf = (ref: string) => number | undefined;
