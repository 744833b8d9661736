import { type Circuit, fail, type Result, succeed } from '../circuit/index.ts';
import { leftNullVectors, solveLeastChange } from '../numeric/index.ts';
import { ideallyHeldLoop } from './ideal-loop.ts';
import { commonPeriod } from './period.ts';
import type { Recording } from './recording.ts';
import { FIGURES, SEARCH, SETTLED, SETTLED_ABSOLUTE, Shooter, type Shot, STOPPED } from './shooter.ts';
import type { Stepper } from './step.ts';
import { CircuitSystem } from './system.ts';

export interface SettledOptions {
  readonly shouldStop?: (() => boolean) | undefined;
  readonly onProgress?: ((share: number) => void) | undefined;
  /** The settled state of a like circuit, solved before: where to begin. */
  readonly near?: SettledState | undefined;
  /** Steps for figures are so many times finer than they need to be: to check them by. */
  readonly finer?: number | undefined;
}

/** What tells the turns of an oscillation: a state that comes through its middle, on its way up or (−1) down. */
export interface Turning {
  readonly state: number;
  readonly sign: 1 | -1;
}

/** A settled periodic state: the circuit repeats itself from here. */
export interface SettledState {
  readonly stepper: Stepper;
  /** At the beginning of the period. */
  readonly state: Float64Array;
  /** ∂(state after a period)/∂(state before), row-major; with half-wave symmetry after half a period, turned round. */
  readonly monodromy: Float64Array;
  readonly seconds: number;
  /** The period that was found to repeat itself. */
  readonly recording: Recording;
  readonly periods: number;
  readonly turning?: Turning;
}

/**
 * From here on steps as fine as the figures' are worth their time: the search's own are hardly nearer to theirs, and a
 * period so near may be moved to where it repeats itself.
 */
const SEARCHED = 1e-2;
/** So near that the same fine steps serve again. */
const NEAR = 2e-3;
/** Rounds in which nothing gets better: what is left is the noise of the steps, and small enough, or there is no end. */
const NOISE = 300;
const PATIENCE = 4;
const MOST_ROUNDS = 12;
const MOST_FINE_ROUNDS = 10;
/** Fine rounds that make do with the tangents of the search. */
const ROUNDS_BY_SEARCH = 2;
const ATTEMPTS = 4;
/** Steps are this much finer from the second attempt on. */
const FINER = 4;
const PLAIN_PERIODS = 25;
/** Capacitor volts that change by less than this share of themselves a period have no discharge path; through a bleeder that takes days they change by more. */
const ONE_WAY = 1e-7;
/** By the tangents of a period that began elsewhere, it may be so below this share. */
const MAY_BE_ONE_WAY = 1e-3;
/** Filled when a period adds less than this share; halved so often at the most, with periods for the rest to follow. */
const FILLED = 1e-4;
const HALVINGS = 14;
const SETTLING_PERIODS = 2;

/**
 * The settled periodic state by shooting (Aprille and Trick, Proc. IEEE 60, 1972): a period is integrated together
 * with its tangents, M = ∂(state at the end)/∂(state at the start), and Newton's method solves state = Φ(state). What a
 * period cannot change (charge on an isolated plate) keeps its initial value: jumps have no part along it. Where a
 * jump makes matters worse it is halved, and at last given up for one more plain period.
 *
 * The search goes in coarse steps; once it is near, a period in fine ones is moved along its tangents to where it repeats
 * itself. Where laws bend too much for that, or something switches, further fine periods lead to the end.
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
  return new Search(system, period.value, options).settle();
}

class Search {
  private readonly shooter: Shooter;
  /** Where the last jump that made matters worse had gone. */
  private beyond: Shot | undefined;

  constructor(
    private readonly system: CircuitSystem,
    seconds: number,
    private readonly options: SettledOptions,
  ) {
    this.shooter = new Shooter(system, seconds, options);
  }

  settle(): Result<SettledState> {
    const { system, options, shooter } = this;
    const near = options.near?.state.length === system.stateCount ? options.near : undefined;
    if (near) shooter.monodromy.set(near.monodromy);
    // Where nothing is stored every period is the settled one.
    if (system.stateCount === 0) {
      const settled = this.refine(system.initialState);
      if (settled) return succeed(settled);
      if (shooter.failure) return shooter.failure;
    }
    let shot = shooter.shoot(near?.state ?? system.initialState, SEARCH);
    // Where jumps lead nowhere, plain periods carry the circuit nearer to its end, and jumps are tried again from there.
    for (let attempt = 0; shot && attempt < ATTEMPTS; attempt++) {
      shooter.finer = attempt === 0 ? 1 : FINER;
      // Seen from the other side, beyond where the jumps went too far, the way may be short.
      if (attempt % 2 === 1 && this.beyond) shot = this.beyond;
      for (let period = 0; shot && attempt > 0 && period < PLAIN_PERIODS && shot.miss > 1; period++) shot = shooter.shoot(shot.end, SEARCH);
      for (let round = 0; shot && round < MOST_ROUNDS; round++) {
        const aim = this.aimOf(shot);
        const isNoise = round >= PATIENCE && shot.miss < NOISE;
        if (aim.distance <= SEARCHED || shot.miss <= 1 || isNoise) {
          // Of a like circuit that is as near as coarse steps can tell, its own state may be nearer still.
          const isAlike = near !== undefined && shot.start === near.state;
          const settled = this.refine(isAlike ? near.state : this.reachedFromBelow(aim.start));
          if (settled) return succeed(settled);
          if (shooter.failure?.error.code === 'stopped') return shooter.failure;
          shooter.failure = undefined;
          break;
        }
        shot = this.jump(shot, round);
      }
    }
    if (shooter.failure) return shooter.failure;
    const slowest = system.stateRefs[this.worstState(shot)]?.ref ?? '';
    return fail('no-convergence', `No settled state was found; ${slowest} still changes from period to period.`, slowest);
  }

  /**
   * A store that a diode fills and nothing empties stays wherever a jump has put it, once that is beyond where it would
   * have been filled to: of all states that repeat themselves the one counts that is reached from the initial one. It is
   * looked for by halving between what still is filled and what is not.
   */
  private reachedFromBelow(near: Float64Array): Float64Array {
    const { system, shooter } = this;
    const count = system.stateCount;
    // Far from it where the last period was, no store here is one that nothing empties.
    if (!shooter.monodromy.some((value, index) => index % (count + 1) === 0 && Math.abs(1 - value) < MAY_BE_ONE_WAY)) return near;
    const shot = shooter.shoot(near, SEARCH);
    if (!shot) return near;
    const isOneWay = (i: number) =>
      system.stateRefs[i]?.kind === 'volts' &&
      Math.abs(1 - (shooter.monodromy[i * (count + 1)] ?? 0)) < ONE_WAY &&
      Math.abs(near[i] - system.initialState[i]) > FILLED * shooter.swing[i];
    const filled = Array.from({ length: count }, (_, i) => i).filter(isOneWay);
    let state = near;
    for (const i of filled) {
      let [low, high] = [system.initialState[i], state[i]];
      for (let step = 0; step < HALVINGS && Math.abs(high - low) > FILLED * Math.abs(high); step++) {
        const middle = (low + high) / 2;
        const start = state.slice();
        start[i] = middle;
        const end = this.afterPeriods(start, SETTLING_PERIODS);
        if (!end) return near;
        const rises = (end[i] - middle) * Math.sign(high - low) > FILLED * Math.abs(high - low) * SETTLING_PERIODS;
        if (rises) low = end[i];
        else high = middle;
        state = end.map((value, index) => (index === i ? high : value));
      }
    }
    return state;
  }

  private afterPeriods(start: Float64Array, periods: number): Float64Array | undefined {
    const { shooter } = this;
    let state = start;
    for (let period = 0; period < periods; period++) {
      const shot = shooter.shoot(state, SEARCH, false);
      if (!shot) return undefined;
      state = shot.end;
    }
    return state;
  }

  /** Fine periods from near the end to the end; undefined where they do not get there. */
  private refine(near: Float64Array): SettledState | undefined {
    const { shooter } = this;
    let start = near;
    let before = Number.POSITIVE_INFINITY;
    let missBefore = Number.POSITIVE_INFINITY;
    let best: Shot | undefined;
    for (let round = 0; round < MOST_FINE_ROUNDS; round++) {
      const tangents = round >= ROUNDS_BY_SEARCH || (round === 0 && shooter.isMovable);
      // So near that the same steps will do, and their unknowns are where to look.
      const again = before <= NEAR ? shooter.shootAgain(start, tangents) : undefined;
      if (shooter.failure === STOPPED) return undefined;
      const shot = again ?? shooter.shoot(start, FIGURES, tangents);
      if (!shot) return undefined;
      const aim = this.aimOf(shot);
      // Diode corners fall a little differently in each run; a miss of that size no jump can remove.
      const isNoise = round >= PATIENCE && shot.miss < NOISE && shot.miss > 0.5 * missBefore;
      if (aim.distance <= SETTLED || isNoise) return this.settled(shot);
      // So near that it follows from the tangents of this period where the settled one goes.
      if (aim.distance <= SEARCHED && shooter.move(aim.change)) return this.settled({ ...shot, start: aim.start });
      if (shot.miss < (best?.miss ?? NOISE)) best = shot;
      before = aim.distance;
      missBefore = shot.miss;
      start = aim.start;
    }
    const last = best && shooter.shoot(best.start, FIGURES);
    return last && last.miss < NOISE ? this.settled(last) : undefined;
  }

  private settled({ start }: Shot): SettledState {
    const { shooter } = this;
    const { stepper, monodromy, seconds, periods } = shooter;
    return { stepper, state: start, monodromy, seconds, recording: shooter.finish(), periods };
  }

  /** Where Newton’s method would begin the next period, and how far that is, as a share of the states. */
  private aimOf(shot: Shot): { readonly start: Float64Array; readonly change: Float64Array; readonly distance: number } {
    const { shooter } = this;
    const jump = this.newtonChange(shot);
    const change = jump ?? shot.end.map((value, index) => value - shot.start[index]);
    let distance = jump ? 0 : Number.POSITIVE_INFINITY;
    for (let i = 0; i < change.length; i++) {
      distance = Math.max(distance, Math.max(0, Math.abs(change[i]) - SETTLED_ABSOLUTE) / shooter.swing[i] || 0);
    }
    return { start: shot.start.map((value, index) => value + change[index]), change, distance };
  }

  /** The next shot from the best jump that can be had, or from where the last one ended. */
  private jump(shot: Shot, round: number): Shot | undefined {
    const { shooter } = this;
    // Every third round may lose ground: a corner can stand between here and a far better place.
    const enough = round % 3 === 2 ? 4 : 0.9;
    const change = this.newtonChange(shot);
    for (let length = 1; change && length > 0.1; length /= 2) {
      const start = shot.start.map((value, index) => value + length * change[index]);
      const next = shooter.shoot(start, SEARCH);
      if (next && next.miss < enough * shot.miss) return next;
      if (shooter.failure?.error.code === 'stopped') return undefined;
      if (next) this.beyond = next;
    }
    shooter.failure = undefined;
    return shooter.shoot(shot.end, SEARCH);
  }

  /** ds with (I − M)·ds = Φ(s) − s, and nothing of it along what the period preserves. */
  private newtonChange({ start, end }: Shot): Float64Array | undefined {
    const count = this.system.stateCount;
    const matrix = this.shooter.monodromy.map((value, index) => (index % (count + 1) === 0 ? 1 - value : -value));
    const miss = end.map((value, index) => value - start[index]);
    return solveLeastChange(matrix, miss, leftNullVectors(matrix, count, PRESERVED));
  }

  private worstState(shot: Shot | undefined): number {
    if (!shot) return 0;
    const misses = this.shooter.missesOf(shot.start, shot.end);
    return misses.indexOf(Math.max(...misses));
  }
}

/** A direction in which a period changes nothing to this share counts as preserved. */
export const PRESERVED = 1e-8;
