import { fail } from '../circuit/index.ts';
import type { HalfWave } from './half-wave.ts';
import { type Fineness, integrate, integrateAgain, Scales } from './integrate.ts';
import { STAGE_NEWTON } from './newton.ts';
import { PeriodRecorder, type Recording } from './recording.ts';
import { newKeptTangents, Stepper, type Tangents } from './step.ts';
import type { CircuitSystem } from './system.ts';

/**
 * Steps while searching, and for the figures. With those of the figures, averages, rms values and powers of random mains
 * circuits are within 0.5 %, and peaks within 1 %, of those with steps 20 times finer (`accuracy.test.ts`).
 */
export const SEARCH: Fineness = { longest: 1 / 16, states: 5e-3, bends: 0.1, shortest: 1 / 20, laws: 1e-2 };
export const FIGURES: Fineness = { longest: 1 / 96, states: 3e-4, bends: 1e-3, shortest: 1 / 100, laws: 3e-4 };
/** Settled when the state is within this share of its largest value from where a period would repeat itself. */
export const SETTLED = 1e-5;
export const SETTLED_ABSOLUTE = 1e-6;

/** Steps that figures want of a period whose shortest source has this frequency, Hz. */
export function figureSteps(hertz: number, finer = 1): { readonly longestSeconds: number; readonly fineness: Fineness } {
  return stepsOf(FIGURES, hertz, finer);
}

function stepsOf({ longest, states, bends, shortest, laws }: Fineness, hertz: number, finer: number) {
  const fineness = { longest: longest / finer, states: states / finer, bends: bends / finer, shortest, laws: laws / finer };
  return { longestSeconds: fineness.longest / hertz, fineness };
}

/** A period that was integrated. */
export interface Shot {
  readonly start: Float64Array;
  readonly end: Float64Array;
  /** How far the end is from the start, over what counts as nothing. */
  readonly miss: number;
}

interface ShooterOptions {
  readonly shouldStop?: (() => boolean) | undefined;
  readonly onProgress?: ((share: number) => void) | undefined;
  /** Steps for figures are so many times finer than they need to be. */
  readonly finer?: number | undefined;
}

/** A failure that is told from others by being this one. */
export const STOPPED = fail('stopped', 'Stopped before it settled.');

/** From where to where each state went. */
class Range {
  readonly low: Float64Array;
  readonly high: Float64Array;

  constructor(start: Float64Array) {
    this.low = start.slice();
    this.high = start.slice();
  }

  note(state: Float64Array): void {
    const { low, high } = this;
    for (let i = 0; i < state.length; i++) {
      if (state[i] < low[i]) low[i] = state[i];
      if (state[i] > high[i]) high[i] = state[i];
    }
  }
}

/** With more states the tangents of a period cost more than going through it once more. */
const MOST_STATES_TO_KEEP = 6;
/** Of its largest current in the period, that a law may be off its straight line where the period is moved. */
const MOVED_OFF = 1e-3;

/** Integrates one period of a circuit after another, each from where it is told, with its tangents where they are wanted. */
export class Shooter {
  readonly stepper: Stepper;
  /** The period that went in fine steps last. */
  recorder: PeriodRecorder;
  /** ∂(state after the period)/∂(state before), row-major, of the last one with tangents. */
  readonly monodromy: Float64Array;
  /** What each state is large beside, by the last period. */
  readonly swing: Float64Array;
  periods = 0;
  /** Steps while searching are so many times finer. */
  finer = 1;
  failure: ReturnType<typeof fail> | undefined;
  /** Where half a period says it all, only that is integrated, and its end is turned to be compared with its beginning. */
  private readonly halfWave: HalfWave | undefined;
  private readonly scales: Scales;
  private readonly fastest: number;
  private firstMiss = 0;

  constructor(
    private readonly system: CircuitSystem,
    readonly seconds: number,
    private readonly options: ShooterOptions,
  ) {
    this.stepper = new Stepper(system);
    this.scales = new Scales(system);
    this.scales.expectVolts(system);
    this.recorder = new PeriodRecorder(system);
    this.swing = new Float64Array(system.stateCount);
    this.monodromy = new Float64Array(system.stateCount ** 2);
    this.fastest = Math.max(...system.frequencies);
    this.halfWave = system.halfWave(seconds);
  }

  /** Integrates one period from `start`; in fine steps it is recorded. With tangents the monodromy is left behind. */
  shoot(start: Float64Array, steps: Fineness, tangents = true): Shot | undefined {
    const { stepper, system, seconds, recorder, scales } = this;
    const isFine = steps === FIGURES;
    const kept = isFine && tangents && this.isMovable ? newKeptTangents(system, system.stateCount) : undefined;
    const columns = tangents ? { ...this.columns(), kept } : undefined;
    const range = new Range(start);
    const outcome = integrate(stepper, 0, this.halfWave ? seconds / 2 : seconds, start, {
      ...stepsOf(steps, this.fastest, isFine ? (this.options.finer ?? 1) : this.finer),
      scales,
      tangents: columns,
      shouldStop: this.options.shouldStop,
      ...(isFine && { onBeginning: recorder.begin, onEdge: recorder.takeEdge }),
      onStep: (at) => {
        if (isFine) recorder.takeStep(at);
        if (kept) recorder.takeTangents(kept);
        range.note(at.state);
      },
    });
    this.periods += 1;
    scales.forgetEarlier();
    if (outcome !== 'done') {
      const refs = system.circuit.parts.map(({ ref }) => ref).slice(0, 8);
      this.failure =
        outcome === 'stopped' ? STOPPED : fail('no-convergence', `The circuit of ${refs.join(', ')} cannot be followed in time.`, refs[0]);
      return undefined;
    }
    return this.shotOf(start, range, columns);
  }

  /** The period recorded last once more, from a start near its own; undefined where its steps do not do. */
  shootAgain(start: Float64Array, tangents: boolean): Shot | undefined {
    const { stepper, system, recorder } = this;
    const columns = tangents ? this.columns() : undefined;
    const range = new Range(start);
    const before = recorder.finish();
    const after = new PeriodRecorder(system);
    const outcome = integrateAgain(stepper, start, before.ends, before.step, {
      tangents: columns,
      shouldStop: this.options.shouldStop,
      onBeginning: after.begin,
      onEdge: after.takeEdge,
      onStep: (at) => {
        after.takeStep(at);
        range.note(at.state);
      },
    });
    if (outcome === 'stopped') this.failure = STOPPED;
    if (outcome !== 'done') return undefined;
    this.periods += 1;
    this.recorder = after;
    return this.shotOf(start, range, columns);
  }

  /** Whether the periods of the circuit change smoothly with the state that they begin in, and it is worth the room to know how. */
  get isMovable(): boolean {
    const { hasModes, stateCount } = this.system;
    return !hasModes && stateCount <= MOST_STATES_TO_KEEP;
  }

  /** Makes the period recorded last one that began elsewhere, by its tangents; false where it is too far for them. */
  move(by: Float64Array): boolean {
    return this.recorder.moveBy(by, { ...STAGE_NEWTON.agreement, relative: FIGURES.laws }, MOVED_OFF);
  }

  /** The period recorded last. */
  finish(): Recording {
    const { recorder, halfWave } = this;
    if (halfWave) recorder.addTurned(halfWave);
    return recorder.finish();
  }

  private columns(): Tangents {
    const { stateCount } = this.system;
    return { columns: stateCount, values: identity(stateCount) };
  }

  private shotOf(start: Float64Array, { low, high }: Range, columns: Tangents | undefined): Shot {
    const { stepper, system, swing, monodromy } = this;
    const count = system.stateCount;
    if (columns) {
      monodromy.set(columns.values);
      transposeInPlace(monodromy, count);
      this.halfWave?.turnMonodromy(monodromy);
    }
    const end = stepper.state.slice();
    this.halfWave?.turnState(end);
    for (let i = 0; i < count; i++) swing[i] = Math.max(high[i] - low[i], Math.abs(high[i]), Math.abs(low[i]));
    const miss = Math.max(0, ...this.missesOf(start, end));
    this.report(miss);
    return { start, end, miss };
  }

  /** By orders of magnitude of the miss, which a jump takes several of at once. */
  private report(miss: number): void {
    this.firstMiss = Math.max(this.firstMiss, miss, 2);
    this.options.onProgress?.(Math.min(1, Math.max(0, 1 - Math.log(Math.max(1, miss)) / Math.log(this.firstMiss))));
  }

  /** How far each state's end is from its start, over what counts as nothing. */
  missesOf(start: Float64Array, end: Float64Array): Float64Array {
    return end.map((value, index) => Math.abs(value - start[index]) / (SETTLED_ABSOLUTE + SETTLED * this.swing[index]));
  }
}

function identity(size: number): Float64Array {
  const matrix = new Float64Array(size * size);
  for (let i = 0; i < size; i++) matrix[i * (size + 1)] = 1;
  return matrix;
}

function transposeInPlace(matrix: Float64Array, size: number): void {
  for (let i = 0; i < size; i++) {
    for (let j = i + 1; j < size; j++) {
      const kept = matrix[i * size + j];
      matrix[i * size + j] = matrix[j * size + i];
      matrix[j * size + i] = kept;
    }
  }
}
