/** One stage of a step in time: what storage adds to the equations. */
export interface StageContext {
  /** Seconds at which the sources are taken. */
  time: number;
  /** The stage's share of the step, s: charge at the stage = base + weight × current. */
  weight: number;
  /** Capacitor volts, then inductor amps, that the stage builds on. */
  readonly base: Float64Array;
  /**
   * Through each curve, then into the first terminal of each block, A; then how fast each state changes, per second. Left
   * out where it is not known.
   */
  readonly bends?: Float64Array;
}

/** A moment at which the circuit is solved. */
export interface SolvedMoment extends StageContext {
  /** The unknowns. */
  readonly x: Float64Array;
  readonly bends: Float64Array;
}
