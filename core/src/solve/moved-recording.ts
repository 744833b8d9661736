import type { NudgedSystem } from './parameter.ts';
import type { RecordedSpan } from './recording.ts';
import type { Moments } from './statistics.ts';

/** A recorded point that can be solved for; without `weight` of direct current. */
export interface RecordedPoint {
  readonly time: number;
  readonly weight?: number;
  readonly x: Float64Array;
  readonly base: Float64Array;
  readonly modes: Int32Array;
}

/** How all points move with a parameter, per unit of it: point after point, of the unknowns and of what each builds on. */
export interface Movement {
  readonly xs: Float64Array;
  readonly bases: Float64Array;
}

/**
 * A recorded span as it would be with one parameter a little different: each point moved along its tangent, and the laws
 * of that part others. Only what is asked for is worked out: a figure is of a part or two.
 */
export class MovedRecording implements RecordedSpan {
  private readonly knownAmps = new Map<number, Float64Array>();

  /** @param by of the parameter, in its unit */
  constructor(
    readonly system: NudgedSystem,
    readonly moments: Moments,
    private readonly points: readonly RecordedPoint[],
    private readonly movement: () => Movement,
    private readonly by: number,
  ) {}

  get count(): number {
    return this.points.length;
  }

  volts(plus: number, minus = -1): Float64Array {
    const { points, by } = this;
    const { xs } = this.movement();
    const { size } = this.system;
    const series = new Float64Array(points.length);
    if (plus >= 0) for (let i = 0, at = plus; i < series.length; i++, at += size) series[i] = points[i].x[plus] + by * xs[at];
    if (minus >= 0) for (let i = 0, at = minus; i < series.length; i++, at += size) series[i] -= points[i].x[minus] + by * xs[at];
    return series;
  }

  voltsNow(plus: number, minus: number): number {
    return this.volts(plus, minus)[0];
  }

  ampsNow(slot: number): number {
    return this.amps(slot)[0];
  }

  amps(slot: number): Float64Array {
    let series = this.knownAmps.get(slot);
    if (!series) {
      this.takePartWith(slot);
      series = this.knownAmps.get(slot) as Float64Array;
    }
    return series;
  }

  /** The currents into every pin of the part that has the slot. */
  private takePartWith(slot: number): void {
    const { system, points, by, knownAmps } = this;
    const { slotOf, size, stateCount } = system;
    const { xs, bases } = this.movement();
    let index = slotOf.length - 1;
    while (slotOf[index] > slot) index -= 1;
    const from = slotOf[index];
    const series = system.circuit.parts[index].pins.map(() => new Float64Array(points.length));
    series.forEach((one, pin) => {
      knownAmps.set(from + pin, one);
    });
    const x = new Float64Array(size);
    const base = new Float64Array(stateCount);
    const out = new Float64Array(system.slotCount);
    const readAt = system.partReader(index);
    for (let i = 0; i < points.length; i++) {
      const point = points[i];
      for (let j = 0; j < size; j++) x[j] = point.x[j] + by * xs[i * size + j];
      for (let j = 0; j < point.base.length; j++) base[j] = point.base[j] + by * bases[i * stateCount + j];
      readAt(x, out, point.modes, point.weight === undefined ? undefined : { time: point.time, weight: point.weight, base });
      for (let pin = 0; pin < series.length; pin++) series[pin][i] = out[from + pin];
    }
  }
}
