import { newFloats } from '../numeric/index.ts';
import type { NearStep, Stepper, Tangents } from './step.ts';
import type { CircuitSystem } from './system.ts';

/** How fine the steps are. */
export interface Fineness {
  /** No step is longer than this share of the shortest period. */
  readonly longest: number;
  /** Of the embedded error, relative to the largest value that the state has had. */
  readonly states: number;
  /** Of a bent current, or a state’s rate, between the moments it is known at, relative to the largest that it has been. */
  readonly bends: number;
  /** Those ask for no shorter steps than this share of the longest. */
  readonly shortest: number;
  /** How near every law must be to its straight line, relative. */
  readonly laws: number;
}

/** The largest values that states, bent currents and rates had in this run and the one before: what counts as small beside them. */
export class Scales {
  readonly states: Float64Array;
  readonly bends: Float64Array;
  /** Of each bend, what is noise. */
  readonly noise: Float64Array;
  /** The same since the last run began. */
  private readonly newStates: Float64Array;
  private readonly newBends: Float64Array;

  constructor(system: CircuitSystem) {
    const { stateCount, bentCount, capacitorCount } = system;
    this.states = newFloats(stateCount);
    this.bends = newFloats(bentCount + stateCount);
    this.newStates = newFloats(stateCount);
    this.newBends = newFloats(bentCount + stateCount);
    this.noise = newFloats(bentCount + stateCount).fill(LEAK.amps);
    const reactances = newFloats(stateCount);
    system.writeReactances(reactances);
    reactances.forEach((reactance, state) => {
      this.noise[bentCount + state] = (state < capacitorCount ? LEAK.amps : LEAK.volts) / reactance;
    });
  }

  /** Of what was not followed yet: that capacitors may come to the volts of the sources. Without it the first steps are as fine as nothing is small. */
  expectVolts({ largestSourceVolts, capacitorCount }: CircuitSystem): void {
    this.states.fill(largestSourceVolts, 0, capacitorCount);
  }

  note({ state, end }: Pick<Stepper, 'state' | 'end'>): void {
    const { states, bends, newStates, newBends } = this;
    for (let i = 0; i < states.length; i++) {
      const size = Math.abs(state[i]);
      if (size > newStates[i]) newStates[i] = size;
      if (size > states[i]) states[i] = size;
    }
    for (let i = 0; i < bends.length; i++) {
      const size = Math.abs(end.bends[i]);
      if (size > newBends[i]) newBends[i] = size;
      if (size > bends[i]) bends[i] = size;
    }
  }

  /** Forgets what was before the last run: the surge of a beginning is no measure for what comes later. */
  forgetEarlier(): void {
    this.states.set(this.newStates);
    this.bends.set(this.newBends);
    this.newStates.fill(0);
    this.newBends.fill(0);
  }
}

export interface IntegrateOptions {
  /** No step is longer. */
  readonly longestSeconds: number;
  readonly fineness: Fineness;
  /** Kept from run to run over the same system, so that a later one knows what is small from its beginning. */
  readonly scales?: Scales | undefined;
  /** Called at the beginning; what it is given is used again. */
  readonly onBeginning?: ((stepper: Stepper) => void) | undefined;
  /** Called where a source jumps, with the moment after it in the place of the end. */
  readonly onEdge?: ((stepper: Stepper) => void) | undefined;
  /** Called after each step, with its middle and its end. */
  readonly onStep?: ((stepper: Stepper) => void) | undefined;
  readonly tangents?: Tangents | undefined;
  /** Asked about once a millisecond; true ends it early. */
  readonly shouldStop?: (() => boolean) | undefined;
}

export type IntegrateOutcome = 'done' | 'stuck' | 'stopped' | 'tooManySteps';

/** A state counts as moved by this much at the least, V or A: below it is noise to the step control. */
const ABSOLUTE = { volts: 1e-4, amps: 1e-6 } as const;
/** A bent current below this is a leak; volts of an inductance below this are nothing. */
const LEAK = { amps: 1e-6, volts: 1e-3 } as const;
/**
 * Shorter steps, of the span, are not taken for their error; where none solves the circuit, shorter ones still are tried: two
 * transistors that switch each other do so within a nanosecond of a second.
 */
const SMALLEST_SHARE = { forError: 1e-9, toSolve: 1e-13 } as const;
/** So many times the fewest steps that the span can be done in, and then it is given up. */
const MOST_STEPS = 300;
/** The moment that a beginning is held for, of the longest step. */
const HOLD_SHARE = 0.005;
const GROWTH = 2.5;
const SAFETY = 0.85;
/** So many iterations mean that something switched in this step: the next one is taken shorter. */
const HARD_ITERATIONS = 7;
/** Attempts between two questions whether to stop, times unknowns: about a millisecond, also where every step factors a large matrix. */
const UNKNOWNS_BETWEEN_QUESTIONS = 300;

/**
 * Integrates from `from` to `to`, beginning at `state`; `stepper.state` is the one at the end. Steps follow the embedded
 * error of the states, and how bent the currents of diodes and the like are: where nothing is stored, only those tell
 * of a corner.
 */
export function integrate(stepper: Stepper, from: number, to: number, state: Float64Array, options: IntegrateOptions): IntegrateOutcome {
  const { longestSeconds, fineness, onBeginning, onEdge, onStep, tangents, shouldStop } = options;
  const { system } = stepper;
  const span = to - from;
  const scales = options.scales ?? new Scales(system);
  stepper.agreeWithin(fineness.laws);
  if (!stepper.begin(from, state, HOLD_SHARE * longestSeconds)) return 'stuck';
  scales.note(stepper);
  onBeginning?.(stepper);
  let seconds = Math.min(longestSeconds, span) / 8;
  const mostSteps = MOST_STEPS * Math.ceil(span / longestSeconds) + 400;
  const betweenQuestions = betweenQuestionsOf(system);
  for (let attempts = 0; stepper.end.time < to - 1e-12 * span; attempts++) {
    if (attempts > mostSteps) return 'tooManySteps';
    if (attempts % betweenQuestions === 0 && shouldStop?.()) return 'stopped';
    const { time } = stepper.end;
    seconds = Math.min(seconds, longestSeconds, Math.min(to, system.nextEdge(time)) - time);
    const isSolved = stepper.attempt(seconds, tangents);
    const error = isSolved ? errorOf(stepper, scales, fineness, seconds > fineness.shortest * longestSeconds) : Number.POSITIVE_INFINITY;
    if (error > 1.5) {
      if (seconds > (isSolved ? SMALLEST_SHARE.forError : SMALLEST_SHARE.toSolve) * span) {
        seconds *= isSolved ? Math.max(0.15, SAFETY / Math.cbrt(error)) : 0.25;
        continue;
      }
      if (!isSolved) return 'stuck';
    }
    stepper.accept(tangents);
    scales.note(stepper);
    onStep?.(stepper);
    const isEdge = system.takeLevels(stepper.end.time);
    if (isEdge) {
      if (!stepper.begin(stepper.end.time, stepper.state, HOLD_SHARE * longestSeconds)) return 'stuck';
      onEdge?.(stepper);
    } else if (system.settleModes(stepper.end.x)) stepper.restart();
    const isHard = stepper.iterations >= HARD_ITERATIONS && seconds > fineness.shortest * longestSeconds;
    const factor = isHard ? 0.5 : SAFETY / Math.cbrt(Math.max(error, 1e-6));
    seconds = isEdge ? Math.min(longestSeconds, span) / 8 : seconds * Math.min(GROWTH, Math.max(0.25, factor));
  }
  return 'done';
}

/**
 * Goes once more, from 0, through steps that were taken before from much the same state.
 *
 * @param ends when each ends, s
 * @param nearOf the unknowns that a step had then
 */
export function integrateAgain(
  stepper: Stepper,
  state: Float64Array,
  ends: Float64Array,
  nearOf: (step: number) => NearStep,
  { onBeginning, onEdge, onStep, tangents, shouldStop }: Omit<IntegrateOptions, 'longestSeconds' | 'fineness' | 'scales'>,
): IntegrateOutcome {
  if (!stepper.begin(0, state, HOLD_SHARE * ends[0])) return 'stuck';
  onBeginning?.(stepper);
  const betweenQuestions = betweenQuestionsOf(stepper.system);
  for (let step = 0; step < ends.length; step++) {
    if (step % betweenQuestions === 0 && shouldStop?.()) return 'stopped';
    // The moment after a jump takes no time.
    if (ends[step] === stepper.end.time) continue;
    if (!stepper.attempt(ends[step] - stepper.end.time, tangents, nearOf(step))) return 'stuck';
    stepper.accept(tangents);
    onStep?.(stepper);
    if (stepper.system.takeLevels(stepper.end.time)) {
      if (!stepper.begin(stepper.end.time, stepper.state, HOLD_SHARE * ends[0])) return 'stuck';
      onEdge?.(stepper);
    } else if (stepper.system.settleModes(stepper.end.x)) stepper.restart();
  }
  return 'done';
}

function betweenQuestionsOf({ size }: CircuitSystem): number {
  return Math.max(1, Math.floor(UNKNOWNS_BETWEEN_QUESTIONS / size));
}

/** Of the step attempted last, over what is allowed. */
function errorOf({ error, bendError, system }: Stepper, scales: Scales, { states, bends }: Fineness, minding: boolean): number {
  let largest = 0;
  for (let i = 0; i < error.length; i++) {
    const absolute = i < system.capacitorCount ? ABSOLUTE.volts : ABSOLUTE.amps;
    largest = Math.max(largest, Math.abs(error[i]) / (absolute + states * scales.states[i]));
  }
  if (!minding) return largest;
  for (let i = 0; i < bendError.length; i++) {
    largest = Math.max(largest, Math.abs(bendError[i]) / (scales.noise[i] + bends * scales.bends[i]));
  }
  return largest;
}
