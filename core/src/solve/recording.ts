import type { StageContext } from './stage.ts';
import type { Stepper } from './step.ts';
import type { CircuitSystem } from './system.ts';

/** What a recording wants to know of the system that its points solve. */
export type Recorded = Pick<CircuitSystem, 'circuit' | 'size' | 'slotCount' | 'slotOf' | 'unknownOf' | 'pinAmps'>;

/** A solved circuit at one or many moments: unknowns and pin currents, point after point. */
export class Recording {
  count = 0;
  private room = 0;
  private timesFlat = new Float64Array(0);
  private xsFlat = new Float64Array(0);
  private ampsFlat = new Float64Array(0);

  constructor(readonly system: Recorded) {}

  /** Adds a solved point; `stage` is the one that `x` solves, left out for direct current. */
  add(time: number, x: Float64Array, stage?: StageContext): void {
    const { system, count } = this;
    if (count === this.room) this.grow();
    const { size, slotCount } = system;
    this.timesFlat[count] = time;
    this.xsFlat.set(x, count * size);
    system.pinAmps(x, this.ampsFlat.subarray(count * slotCount, (count + 1) * slotCount), stage);
    this.count += 1;
  }

  /** To be called by the integration at every point. */
  readonly take = (time: number, stepper: Stepper): void => this.add(time, stepper.x, stepper.stage);

  /** Seconds. */
  get times(): Float64Array {
    return this.timesFlat.subarray(0, this.count);
  }

  /** The volts of one unknown against another at every point; −1 is ground. */
  volts(plus: number, minus = -1): Float64Array {
    const { xsFlat, count } = this;
    const { size } = this.system;
    const series = new Float64Array(count);
    if (plus >= 0) for (let i = 0, at = plus; i < count; i++, at += size) series[i] = xsFlat[at];
    if (minus >= 0) for (let i = 0, at = minus; i < count; i++, at += size) series[i] -= xsFlat[at];
    return series;
  }

  /** The current into one pin at every point. */
  amps(slot: number): Float64Array {
    const { ampsFlat, count } = this;
    const { slotCount } = this.system;
    const series = new Float64Array(count);
    for (let i = 0, at = slot; i < count; i++, at += slotCount) series[i] = ampsFlat[at];
    return series;
  }

  private grow(): void {
    this.room = this.room === 0 ? 1 : Math.max(256, 2 * this.room);
    this.timesFlat = larger(this.timesFlat, this.room);
    this.xsFlat = larger(this.xsFlat, this.room * this.system.size);
    this.ampsFlat = larger(this.ampsFlat, this.room * this.system.slotCount);
  }
}

function larger(array: Float64Array, length: number): Float64Array<ArrayBuffer> {
  const next = new Float64Array(length);
  next.set(array);
  return next;
}
