import { newFloats } from '../numeric/index.ts';
import type { ConductancePlaces } from './wiring.ts';

/**
 * Everything of a circuit that is a conductance between two nodes with a current source beside it, at least for one
 * stage, in flat arrays: what each iteration walks through.
 */
export class Conductances {
  readonly count: number;
  readonly siemens: Float64Array;
  /** What each takes from a to b is its siemens × volts less this, A. */
  readonly sourceAmps: Float64Array;

  constructor(private readonly places: ConductancePlaces) {
    this.count = places.a.length;
    this.siemens = newFloats(this.count);
    this.sourceAmps = newFloats(this.count);
  }

  /** Adds all of them to the matrix. */
  stampAll(values: Float64Array): void {
    const { siemens, count } = this;
    const { aa, bb, ab, ba } = this.places;
    for (let i = 0; i < count; i++) {
      const slope = siemens[i];
      if (aa[i] >= 0) values[aa[i]] += slope;
      if (bb[i] >= 0) values[bb[i]] += slope;
      if (ab[i] >= 0) values[ab[i]] -= slope;
      if (ba[i] >= 0) values[ba[i]] -= slope;
    }
  }

  /** Adds slopes to the matrix where the conductances from `from` on lie. */
  stamp(values: Float64Array, from: number, slopes: Float64Array): void {
    const { aa, bb, ab, ba } = this.places;
    for (let j = 0, i = from; j < slopes.length; j++, i++) {
      const slope = slopes[j];
      if (slope === 0) continue;
      if (aa[i] >= 0) values[aa[i]] += slope;
      if (bb[i] >= 0) values[bb[i]] += slope;
      if (ab[i] >= 0) values[ab[i]] -= slope;
      if (ba[i] >= 0) values[ba[i]] -= slope;
    }
  }

  /** Adds the currents that all of them take out of the nodes. */
  addTo(residual: Float64Array, x: Float64Array): void {
    const { siemens, sourceAmps, count } = this;
    const { a, b } = this.places;
    for (let i = 0; i < count; i++) {
      const from = a[i];
      const to = b[i];
      const amps = siemens[i] * ((from >= 0 ? x[from] : 0) - (to >= 0 ? x[to] : 0)) - sourceAmps[i];
      if (from >= 0) residual[from] += amps;
      if (to >= 0) residual[to] -= amps;
    }
  }

  /** Adds currents out of the nodes that the conductances from `from` on lie between. */
  addAmps(residual: Float64Array, from: number, amps: Float64Array): void {
    const { a, b } = this.places;
    for (let j = 0, i = from; j < amps.length; j++, i++) {
      if (a[i] >= 0) residual[a[i]] += amps[j];
      if (b[i] >= 0) residual[b[i]] -= amps[j];
    }
  }
}
