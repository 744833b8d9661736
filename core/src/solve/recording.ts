import type { Stepper } from './step.ts';
import type { CircuitSystem } from './system.ts';

/** The solved circuit at every accepted step of a span of time. */
export class Recording {
  readonly times: number[] = [];
  /** Unknowns, one array a point. */
  readonly xs: Float64Array[] = [];
  /** Pin currents per slot, one array a point. */
  readonly amps: Float64Array[] = [];

  constructor(readonly system: CircuitSystem) {}

  readonly take = (time: number, stepper: Stepper): void => {
    const pinAmps = new Float64Array(this.system.slotCount);
    this.system.pinAmps(stepper.x, pinAmps, stepper.stage);
    this.times.push(time);
    this.xs.push(stepper.x.slice());
    this.amps.push(pinAmps);
  };

  /** A figure over time: `read` is given the unknowns and the pin currents of a point. */
  series(read: (x: Float64Array, amps: Float64Array) => number): Float64Array {
    return Float64Array.from(this.times, (_, index) => read(this.xs[index], this.amps[index]));
  }
}
