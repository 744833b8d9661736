import type { SolvedMoment, StageContext } from './stage.ts';
import type { Moments } from './statistics.ts';
import type { NearStep, Stepper } from './step.ts';
import type { CircuitSystem } from './system.ts';

/** What a recording wants to know of the system that its points solve. */
export type Recorded = RecordedSpan['system'] & Pick<CircuitSystem, 'size' | 'slotCount' | 'pinAmps'>;

/** A span of solved points that figures are read from. */
export interface RecordedSpan {
  readonly system: Pick<CircuitSystem, 'circuit' | 'slotOf' | 'unknownOf' | 'indexOf'>;
  readonly moments: Moments;
  readonly count: number;
  /** The volts of one unknown against another at every point; −1 is ground. */
  volts(plus: number, minus?: number): Float64Array;
  /** The same of the only point. */
  voltsNow(plus: number, minus: number): number;
  /** The current into one pin at every point, A. */
  amps(slot: number): Float64Array;
  /** The same at the only point. */
  ampsNow(slot: number): number;
}

export const ONE_MOMENT: Moments = { times: Float64Array.of(0), weights: Float64Array.of(1) };

/** A solved circuit at one moment, or at those of a period: unknowns and pin currents, point after point. */
export class Recording implements RecordedSpan {
  count = 0;
  private room = 0;
  private xsFlat = new Float64Array(0);
  private ampsFlat = new Float64Array(0);
  /** Of one point: work. */
  private readonly pinAmps: Float64Array;

  /** @param moments of the points */
  constructor(
    readonly system: Recorded,
    public moments: Moments = ONE_MOMENT,
  ) {
    this.pinAmps = new Float64Array(system.slotCount);
  }

  /** Adds a solved point; `stage` is the one that `x` solves, left out for direct current. */
  add(x: Float64Array, stage?: StageContext): void {
    const { system, count } = this;
    if (count === this.room) this.grow();
    const { size, slotCount } = system;
    this.xsFlat.set(x, count * size);
    system.pinAmps(x, this.pinAmps, stage);
    this.ampsFlat.set(this.pinAmps, count * slotCount);
    this.count += 1;
  }

  /** The unknowns of one point. */
  at(point: number): Float64Array {
    const { size } = this.system;
    return this.xsFlat.subarray(point * size, (point + 1) * size);
  }

  /** The unknowns of a step of a period. */
  readonly step = (step: number): NearStep => ({ middle: this.at(2 * step + 1), end: this.at(2 * step + 2) });

  /** Forgets all points. */
  clear(): void {
    this.count = 0;
  }

  /** Puts the last point in the place of the first. */
  repeatLast(): void {
    const { xsFlat, ampsFlat, count } = this;
    const { size, slotCount } = this.system;
    xsFlat.copyWithin(0, (count - 1) * size, count * size);
    ampsFlat.copyWithin(0, (count - 1) * slotCount, count * slotCount);
  }

  /** When the steps of a period end, s. */
  get ends(): Float64Array {
    const { times } = this.moments;
    const ends = new Float64Array((times.length - 1) / 2);
    for (let step = 0; step < ends.length; step++) ends[step] = times[2 * step + 2];
    return ends;
  }

  volts(plus: number, minus = -1): Float64Array {
    const { xsFlat, count } = this;
    const { size } = this.system;
    const series = new Float64Array(count);
    if (plus >= 0) for (let i = 0, at = plus; i < count; i++, at += size) series[i] = xsFlat[at];
    if (minus >= 0) for (let i = 0, at = minus; i < count; i++, at += size) series[i] -= xsFlat[at];
    return series;
  }

  voltsNow(plus: number, minus: number): number {
    const { xsFlat } = this;
    return (plus >= 0 ? xsFlat[plus] : 0) - (minus >= 0 ? xsFlat[minus] : 0);
  }

  ampsNow(slot: number): number {
    return this.ampsFlat[slot];
  }

  amps(slot: number): Float64Array {
    const { ampsFlat, count } = this;
    const { slotCount } = this.system;
    const series = new Float64Array(count);
    for (let i = 0, at = slot; i < count; i++, at += slotCount) series[i] = ampsFlat[at];
    return series;
  }

  private grow(): void {
    this.room = this.room === 0 ? this.moments.times.length : Math.max(256, 2 * this.room);
    this.xsFlat = larger(this.xsFlat, this.room * this.system.size);
    this.ampsFlat = larger(this.ampsFlat, this.room * this.system.slotCount);
  }
}

/** Records a period as it is stepped through: its beginning, then the middle and the end of each step. */
export class PeriodRecorder {
  readonly recording: Recording;
  private readonly times: number[] = [];
  private readonly seconds: number[] = [];

  constructor(system: Recorded) {
    this.recording = new Recording(system);
  }

  /** To be called by the integration at its beginning. */
  readonly begin = ({ end }: Stepper): void => {
    this.recording.clear();
    this.times.length = 0;
    this.seconds.length = 0;
    this.add(end, 0);
  };

  /** To be called by the integration where a source jumps: what is after it counts among the extremes. */
  readonly takeEdge = ({ end }: Stepper): void => {
    this.add(end, 0);
    this.add(end, 0);
  };

  /** To be called by the integration after each step. */
  readonly takeStep = ({ middle, end, shares }: Stepper): void => {
    this.seconds[this.seconds.length - 1] += shares.beginning;
    this.add(middle, shares.middle);
    this.add(end, shares.end);
  };

  /** The beginning was held, not stepped to: the end of a settled period is the same moment, and takes its place. */
  finish(): Recording {
    const { recording, times, seconds } = this;
    const span = times[times.length - 1] - times[0];
    recording.repeatLast();
    const weights = new Float64Array(seconds.length);
    for (let i = 0; i < weights.length; i++) weights[i] = seconds[i] / span;
    recording.moments = { times: new Float64Array(times), weights };
    return recording;
  }

  private add(moment: SolvedMoment, seconds: number): void {
    this.times.push(moment.time);
    this.seconds.push(seconds);
    this.recording.add(moment.x, moment);
  }
}

function larger(array: Float64Array, length: number): Float64Array<ArrayBuffer> {
  const next = new Float64Array(length);
  next.set(array);
  return next;
}
