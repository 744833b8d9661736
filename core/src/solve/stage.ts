/** One stage of a step in time: what storage adds to the equations. */
export interface StageContext {
  /** Seconds at which the sources are taken. */
  time: number;
  /** The stage's share of the step, s: charge at the stage = base + weight × current. */
  weight: number;
  /** Capacitor volts, then inductor amps, that the stage builds on. */
  readonly base: Float64Array;
}
