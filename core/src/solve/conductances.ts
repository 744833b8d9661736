import { newFloats, newInts } from '../numeric/index.ts';
import type { SystemMatrix } from './matrix.ts';
import type { Pair } from './unfold.ts';

/**
 * Everything of a circuit that is a conductance between two nodes with a current source beside it, at least for one
 * stage, in flat arrays: what each iteration walks through.
 */
export class Conductances {
  readonly count: number;
  readonly siemens: Float64Array;
  /** What each takes from a to b is its siemens × volts less this, A. */
  readonly sourceAmps: Float64Array;
  private readonly a: Int32Array;
  private readonly b: Int32Array;
  /** Positions in the matrix; −1 where there is none. */
  private readonly aa: Int32Array;
  private readonly bb: Int32Array;
  private readonly ab: Int32Array;
  private readonly ba: Int32Array;

  constructor(lists: readonly (readonly Pair[])[], matrix: SystemMatrix) {
    const count = lists.reduce((sum, { length }) => sum + length, 0);
    this.count = count;
    this.siemens = newFloats(count);
    this.sourceAmps = newFloats(count);
    this.a = newInts(count);
    this.b = newInts(count);
    this.aa = newInts(count);
    this.bb = newInts(count);
    this.ab = newInts(count);
    this.ba = newInts(count);
    let index = 0;
    for (const pairs of lists) {
      for (const { a, b } of pairs) {
        // What begins and ends at one node is nothing to the equations.
        const isLoop = a === b;
        this.a[index] = isLoop ? -1 : a;
        this.b[index] = isLoop ? -1 : b;
        this.aa[index] = isLoop ? -1 : matrix.at(a, a);
        this.bb[index] = isLoop ? -1 : matrix.at(b, b);
        this.ab[index] = isLoop ? -1 : matrix.at(a, b);
        this.ba[index] = isLoop || matrix.isSymmetric ? -1 : matrix.at(b, a);
        index += 1;
      }
    }
  }

  /** Adds all of them to the matrix. */
  stampAll(values: Float64Array): void {
    const { aa, bb, ab, ba, siemens, count } = this;
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
    const { aa, bb, ab, ba } = this;
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
    const { a, b, siemens, sourceAmps, count } = this;
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
    const { a, b } = this;
    for (let j = 0, i = from; j < amps.length; j++, i++) {
      if (a[i] >= 0) residual[a[i]] += amps[j];
      if (b[i] >= 0) residual[b[i]] -= amps[j];
    }
  }
}
