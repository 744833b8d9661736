import { newFloats, newInts } from '../numeric/index.ts';
import type { HalfWave } from './half-wave.ts';
import { Rows } from './rows.ts';
import type { SolvedMoment } from './stage.ts';
import type { Moments } from './statistics.ts';
import type { KeptTangents, NearStep, Stepper } from './step.ts';
import type { Agreement, CircuitSystem } from './system.ts';

/** A span of solved points that figures are read from. */
export interface RecordedSpan {
  readonly system: Pick<CircuitSystem, 'circuit' | 'slotOf' | 'unknownOf' | 'indexOf'>;
  readonly moments: Moments;
  readonly count: number;
  /** The volts of one unknown against another at every point; −1 is ground. Not to be written to. */
  volts(plus: number, minus?: number): Float64Array;
  /** The same of the only point. */
  voltsNow(plus: number, minus: number): number;
  /** The current into one pin at every point, A. Not to be written to. */
  amps(slot: number): Float64Array;
  /** The same at the only point. */
  ampsNow(slot: number): number;
}

export const ONE_MOMENT: Moments = { times: Float64Array.of(0), weights: Float64Array.of(1) };

/** A solved circuit at one moment, or at those of a period. */
export class Recording implements RecordedSpan {
  private asked: { readonly plus: number; readonly minus: number; readonly series: Float64Array } | undefined;

  /**
   * @param xs the unknowns, point after point
   * @param pinAmps the current into every pin, A: slot after slot, of each all points
   */
  constructor(
    readonly system: RecordedSpan['system'] & Pick<CircuitSystem, 'size'>,
    private readonly xs: Float64Array,
    private readonly pinAmps: Float64Array,
    readonly moments: Moments = ONE_MOMENT,
  ) {}

  get count(): number {
    return this.moments.times.length;
  }

  /** The unknowns of a step of a period. */
  readonly step = (step: number): NearStep => ({ middle: this.at(2 * step + 1), end: this.at(2 * step + 2) });

  /** When the steps of a period end, s. */
  get ends(): Float64Array {
    const { times } = this.moments;
    const ends = new Float64Array((times.length - 1) / 2);
    for (let step = 0; step < ends.length; step++) ends[step] = times[2 * step + 2];
    return ends;
  }

  volts(plus: number, minus = -1): Float64Array {
    const { xs, count, asked } = this;
    // A part's volts are asked for once more for its watts.
    if (asked?.plus === plus && asked.minus === minus) return asked.series;
    const { size } = this.system;
    const series = newFloats(count);
    if (plus >= 0) for (let i = 0, at = plus; i < count; i++, at += size) series[i] = xs[at];
    if (minus >= 0) for (let i = 0, at = minus; i < count; i++, at += size) series[i] -= xs[at];
    this.asked = { plus, minus, series };
    return series;
  }

  voltsNow(plus: number, minus: number): number {
    const { xs } = this;
    return (plus >= 0 ? xs[plus] : 0) - (minus >= 0 ? xs[minus] : 0);
  }

  ampsNow(slot: number): number {
    return this.pinAmps[slot];
  }

  amps(slot: number): Float64Array {
    const { pinAmps, count } = this;
    return pinAmps.subarray(slot * count, (slot + 1) * count);
  }

  /** The unknowns of one point. */
  private at(point: number): Float64Array {
    const { size } = this.system;
    return this.xs.subarray(point * size, (point + 1) * size);
  }
}

/** A solved point of direct current. */
export function recordPoint(system: CircuitSystem, x: Float64Array): Recording {
  const pinAmps = newFloats(system.slotCount);
  system.pinAmps(x, pinAmps);
  return new Recording(system, x, pinAmps);
}

/** Records a period as it is stepped through: its beginning, then the middle and the end of each step. */
export class PeriodRecorder {
  private times: number[] = [];
  /** What each moment counts for in an integral, s. */
  private seconds: number[] = [];
  private weights: number[] = [];
  private readonly xs: Rows;
  private readonly bases: Rows;
  private readonly bends: Rows;
  private readonly modes: Rows;
  /** Of all but the beginning. */
  private tangents: { readonly xs: Rows; readonly bases: Rows; readonly slopes: Rows } | undefined;

  constructor(private readonly system: CircuitSystem) {
    this.xs = new Rows(system.size);
    this.bases = new Rows(system.stateCount);
    this.bends = new Rows(system.curveCount);
    this.modes = new Rows(system.hasModes ? system.modes.length : 0);
  }

  /** To be called by the integration at its beginning. */
  readonly begin = ({ end }: Stepper): void => {
    [this.times, this.seconds, this.weights] = [[], [], []];
    for (const rows of [this.xs, this.bases, this.bends, this.modes]) rows.clear();
    this.tangents = undefined;
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

  /** To be called after each step of a period that may be moved along its tangents. */
  takeTangents({ middle, end }: KeptTangents): void {
    this.tangents ??= { xs: new Rows(middle.xs.length), bases: new Rows(middle.bases.length), slopes: new Rows(middle.slopes.length) };
    const { xs, bases, slopes } = this.tangents;
    for (const moment of [middle, end]) {
      xs.add(moment.xs);
      bases.add(moment.bases);
      slopes.add(moment.slopes);
    }
  }

  /**
   * Moves all that is recorded along its tangents, to a period that begins in another state.
   *
   * @param by how much each state at the beginning changes
   * @param agreement how near every law must be to its straight line
   * @param share of the largest current of each curve, that it may be off besides
   * @returns false where one is not as near, or no tangents were taken: it is no period then
   */
  moveBy(by: Float64Array, agreement: Agreement, share: number): boolean {
    const { system, tangents, xs, bases, bends } = this;
    if (!tangents) return false;
    const mosts = bends.largest().map((amps) => share * amps);
    const [x, dx] = [newFloats(system.size), newFloats(system.size)];
    const [base, dBase] = [newFloats(system.stateCount), newFloats(system.stateCount)];
    const [amps, slopes] = [newFloats(system.curveCount), newFloats(system.curveCount)];
    for (let row = 0; row < tangents.xs.count; row++) {
      const point = row + 1;
      tangents.xs.combine(row, by, dx);
      tangents.bases.combine(row, by, dBase);
      tangents.slopes.read(row, slopes);
      xs.read(point, x);
      bases.read(point, base);
      bends.read(point, amps);
      for (let i = 0; i < x.length; i++) x[i] += dx[i];
      for (let i = 0; i < base.length; i++) base[i] += dBase[i];
      if (!system.addAlong(x, dx, slopes, amps, agreement, mosts)) return false;
      xs.replace(point, x);
      bases.replace(point, base);
      bends.replace(point, amps);
    }
    return true;
  }

  /** Adds the second half of a period whose first half was recorded. */
  addTurned(halfWave: HalfWave): void {
    const { system, times, seconds, weights, xs, bases, bends } = this;
    const points = xs.count;
    const half = times[points - 1] - times[0];
    const moment = () => ({ x: newFloats(system.size), base: newFloats(system.stateCount), amps: newFloats(system.curveCount) });
    const [before, after] = [moment(), moment()];
    seconds[points - 1] += seconds[0];
    for (let point = 1; point < points; point++) {
      xs.read(point, before.x);
      bases.read(point, before.base);
      bends.read(point, before.amps);
      halfWave.turn(before, after);
      times.push(times[point] + half);
      seconds.push(seconds[point]);
      weights.push(weights[point]);
      xs.add(after.x);
      bases.add(after.base);
      bends.add(after.amps);
    }
  }

  /** The beginning was held, not stepped to: the end of a settled period is the same moment, and takes its place. */
  finish(): Recording {
    const { system, times, seconds, xs } = this;
    const span = times[times.length - 1] - times[0];
    const weights = new Float64Array(seconds.length);
    for (let i = 0; i < weights.length; i++) weights[i] = seconds[i] / span;
    const pinAmps = this.pinAmps();
    xs.repeatLast();
    return new Recording(system, xs.all(), pinAmps, { times: new Float64Array(times), weights });
  }

  /** Of all points, slot after slot. */
  private pinAmps(): Float64Array {
    const { system, xs, bases, bends, modes, times, weights } = this;
    const { slotCount } = system;
    const { count } = xs;
    const all = newFloats(slotCount * count);
    const x = newFloats(system.size);
    const stage = { time: 0, weight: 1, base: newFloats(system.stateCount), bends: newFloats(system.curveCount) };
    const out = newFloats(slotCount);
    const now = newInts(system.modes.length);
    now.set(system.modes);
    for (let point = 1; point < count; point++) {
      stage.time = times[point];
      stage.weight = weights[point];
      xs.read(point, x);
      bases.read(point, stage.base);
      bends.read(point, stage.bends);
      modes.read(point, system.modes);
      system.pinAmps(x, out, stage);
      for (let slot = 0, at = point; slot < slotCount; slot++, at += count) all[at] = out[slot];
    }
    for (let slot = 0, at = 0; slot < slotCount; slot++, at += count) all[at] = all[at + count - 1];
    system.modes.set(now);
    return all;
  }

  private add({ time, weight, x, base, bends }: SolvedMoment, seconds: number): void {
    this.times.push(time);
    this.seconds.push(seconds);
    this.weights.push(weight);
    this.xs.add(x);
    this.bases.add(base);
    this.bends.add(bends);
    this.modes.add(this.system.modes);
  }
}
