import { type Circuit, fail, type Result, succeed } from '../circuit/index.ts';
import { leftNullVectors, solveLeastChange } from '../numeric/index.ts';
import { ideallyHeldLoop } from './ideal-loop.ts';
import { integrate } from './integrate.ts';
import { commonPeriod } from './period.ts';
import { Stepper } from './step.ts';
import { CircuitSystem } from './system.ts';

export interface SettledOptions {
  readonly shouldStop?: (() => boolean) | undefined;
  readonly onProgress?: ((share: number) => void) | undefined;
  /** A state to begin from: of a like circuit solved before. */
  readonly near?: Float64Array | undefined;
}

/** A settled periodic state: the circuit repeats itself from here. */
export interface SettledState {
  readonly stepper: Stepper;
  readonly state: Float64Array;
  readonly seconds: number;
  readonly periods: number;
}

/** Steps a period, of the fastest source, at the least: while searching, and for the figures. */
const SEARCH_STEPS = 64;
export const FIGURE_STEPS = 160;
const SEARCH_TOLERANCE = 4e-3;
export const FIGURE_TOLERANCE = 5e-4;
/** Settled when no state changes by more than this share of its swing over a period. */
const SETTLED = 2e-5;
const SETTLED_ABSOLUTE = 2e-6;
/** Rounds in which nothing gets better: what is left is the noise of the steps, and small enough, or there is no end. */
const NOISE = 60;
const PATIENCE = 4;
const MOST_ROUNDS = 12;
const ATTEMPTS = 4;
/** Steps are this much finer from the second attempt on. */
const FINER = 3;
const PLAIN_PERIODS = 25;
/**
 * The settled periodic state by shooting (Aprille and Trick, Proc. IEEE 60, 1972): a period is integrated together
 * with its tangents, M = ∂(state at the end)/∂(state at the start), and Newton's method solves state = Φ(state). What a
 * period cannot change (charge on an isolated plate) keeps its initial value: jumps have no part along it. Where a
 * jump makes matters worse it is halved, and at last given up for one more plain period.
 */
export function findSettledState(circuit: Circuit, options: SettledOptions = {}): Result<SettledState> {
  const loop = ideallyHeldLoop(circuit);
  if (loop)
    return fail(
      'contradiction',
      `${loop.join(' and ')} hold the same two nets at volts of their own, with no resistance between them.`,
      loop[0],
    );
  const system = new CircuitSystem(circuit);
  const period = commonPeriod(system.frequencies);
  if (!period.ok) return period;
  return new Shooting(system, period.value, options).settle();
}

interface Shot {
  readonly start: Float64Array;
  readonly end: Float64Array;
  readonly miss: number;
}

class Shooting {
  private readonly stepper: Stepper;
  private readonly swing: Float64Array;
  private readonly monodromy: Float64Array;
  private periods = 0;
  private finer = 1;
  private firstMiss = 0;
  /** Where the last jump that made matters worse had gone. */
  private beyond: Shot | undefined;
  private failure: ReturnType<typeof fail> | undefined;

  constructor(
    private readonly system: CircuitSystem,
    private readonly seconds: number,
    private readonly options: SettledOptions,
  ) {
    this.stepper = new Stepper(system);
    this.swing = new Float64Array(system.stateCount);
    this.monodromy = new Float64Array(system.stateCount ** 2);
  }

  settle(): Result<SettledState> {
    const { near } = this.options;
    let shot = this.shoot(near?.length === this.system.stateCount ? near : this.system.initialState);
    // Where jumps lead nowhere, plain periods carry the circuit nearer to its end, and jumps are tried again from there.
    for (let attempt = 0; shot && attempt < ATTEMPTS; attempt++) {
      this.finer = attempt === 0 ? 1 : FINER;
      // Seen from the other side, beyond where the jumps went too far, the way may be short.
      if (attempt % 2 === 1 && this.beyond) shot = this.beyond;
      for (let period = 0; shot && attempt > 0 && period < PLAIN_PERIODS && shot.miss > 1; period++) shot = this.shoot(shot.end);
      for (let round = 0; shot && round < MOST_ROUNDS; round++) {
        if (shot.miss <= 1) return this.settled(shot);
        const next = this.jump(shot, round);
        // Diode corners fall a little differently in each run; a miss of that size no jump can mend.
        if (round >= PATIENCE && next && next.miss < NOISE && next.miss > 0.5 * shot.miss) return this.settled(next);
        shot = next;
      }
    }
    if (this.failure) return this.failure;
    if (shot && shot.miss < NOISE) return this.settled(shot);
    const slowest = this.system.stateRefs[this.worstState(shot)]?.ref ?? '';
    return fail('no-convergence', `No settled state was found; ${slowest} still changes from period to period.`, slowest);
  }

  private settled({ end }: Shot): Result<SettledState> {
    return succeed({ stepper: this.stepper, state: end, seconds: this.seconds, periods: this.periods });
  }

  /** The next shot from the best jump that can be had, or from where the last one ended. */
  private jump(shot: Shot, round: number): Shot | undefined {
    // Every third round may lose ground: a corner can stand between here and a far better place.
    const enough = round % 3 === 2 ? 4 : 0.9;
    const monodromy = this.monodromy.slice();
    const change = this.newtonChange(shot, monodromy);
    for (let length = 1; change && length > 0.1; length /= 2) {
      const start = shot.start.map((value, index) => value + length * change[index]);
      const next = this.shoot(start);
      if (next && next.miss < enough * shot.miss) return next;
      if (this.failure?.error.code === 'stopped') return undefined;
      if (next) this.beyond = next;
    }
    this.failure = undefined;
    return this.shoot(shot.end);
  }

  /** ds with (I − M)·ds = Φ(s) − s, and nothing of it along what the period preserves. */
  private newtonChange({ start, end }: Shot, monodromy: Float64Array): Float64Array | undefined {
    const count = this.system.stateCount;
    const matrix = monodromy.map((value, index) => (index % (count + 1) === 0 ? 1 - value : -value));
    const miss = end.map((value, index) => value - start[index]);
    return solveLeastChange(matrix, miss, leftNullVectors(matrix, count, PRESERVED));
  }

  /** Integrates one period from `start`. The monodromy is left behind. */
  private shoot(start: Float64Array): Shot | undefined {
    const { stepper, system, seconds, swing, monodromy } = this;
    const count = system.stateCount;
    const fastest = Math.max(...system.frequencies);
    const end = start.slice();
    const low = start.slice();
    const high = start.slice();
    monodromy.fill(0);
    for (let i = 0; i < count; i++) monodromy[i * (count + 1)] = 1;
    const columnMajor = monodromy;
    const outcome = integrate(stepper, 0, seconds, end, {
      longestSeconds: 1 / fastest / SEARCH_STEPS / this.finer,
      relative: SEARCH_TOLERANCE / this.finer,
      tangents: { columns: count, values: columnMajor },
      shouldStop: this.options.shouldStop,
      onPoint: (_, { stage }) => {
        for (let i = 0; i < count; i++) {
          low[i] = Math.min(low[i], stage.base[i]);
          high[i] = Math.max(high[i], stage.base[i]);
        }
      },
    });
    this.periods += 1;
    if (outcome !== 'done') {
      const refs = system.circuit.parts.map(({ ref }) => ref).slice(0, 8);
      this.failure =
        outcome === 'stopped'
          ? fail('stopped', 'Stopped before it settled.')
          : fail('no-convergence', `The circuit of ${refs.join(', ')} cannot be followed in time.`, refs[0]);
      return undefined;
    }
    transposeInPlace(monodromy, count);
    let miss = 0;
    for (let i = 0; i < count; i++) {
      swing[i] = Math.max(high[i] - low[i], Math.abs(high[i]), Math.abs(low[i]));
      miss = Math.max(miss, Math.abs(end[i] - start[i]) / (SETTLED_ABSOLUTE + SETTLED * swing[i]));
    }
    this.report(miss);
    return { start, end, miss };
  }

  /** By orders of magnitude of the miss, which a jump takes several of at once. */
  private report(miss: number): void {
    this.firstMiss = Math.max(this.firstMiss, miss, 2);
    this.options.onProgress?.(Math.min(1, Math.max(0, 1 - Math.log(Math.max(1, miss)) / Math.log(this.firstMiss))));
  }

  private worstState(shot: Shot | undefined): number {
    if (!shot) return 0;
    const misses = shot.end.map((value, index) => Math.abs(value - shot.start[index]) / (SETTLED_ABSOLUTE + SETTLED * this.swing[index]));
    return misses.indexOf(Math.max(...misses));
  }
}

/** A direction in which a period changes nothing to this share counts as preserved. */
export const PRESERVED = 1e-8;

function transposeInPlace(matrix: Float64Array, size: number): void {
  for (let i = 0; i < size; i++) {
    for (let j = i + 1; j < size; j++) {
      const kept = matrix[i * size + j];
      matrix[i * size + j] = matrix[j * size + i];
      matrix[j * size + i] = kept;
    }
  }
}
