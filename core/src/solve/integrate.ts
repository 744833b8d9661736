import type { Stepper, Tangents } from './step.ts';

export interface IntegrateOptions {
  /** No step is longer. */
  readonly longestSeconds: number;
  /** Of the embedded error, relative to the largest value that the state has had. */
  readonly relative: number;
  /** Called with the solved circuit at the beginning and after each step; what it is given is used again. */
  readonly onPoint?: ((time: number, stepper: Stepper) => void) | undefined;
  readonly tangents?: Tangents | undefined;
  /** Asked now and then; true ends it early. */
  readonly shouldStop?: (() => boolean) | undefined;
}

export type IntegrateOutcome = 'done' | 'stuck' | 'stopped' | 'tooManySteps';

/** A state counts as moved by this much at the least, V or A: below it is noise to the step control. */
const ABSOLUTE = { volts: 1e-4, amps: 1e-6 } as const;
const SMALLEST_SHARE = 1e-9;
/** So many times the fewest steps that the span can be done in, and then it is given up. */
const MOST_STEPS = 150;
/** The moment that a beginning is held for, of the longest step. */
const HOLD_SHARE = 0.01;
const GROWTH = 2;
const SAFETY = 0.85;
/** So many iterations mean that something switched in this step: the next one is taken shorter. */
const HARD_ITERATIONS = 7;

/**
 * Integrates from `from` to `to`, changing `state`. Steps follow the embedded error; a step across a diode's corner is
 * hard to solve and to extrapolate, which makes the ones around it short.
 */
export function integrate(stepper: Stepper, from: number, to: number, state: Float64Array, options: IntegrateOptions): IntegrateOutcome {
  const { longestSeconds, relative, onPoint, tangents, shouldStop } = options;
  const span = to - from;
  const scale = state.map((value) => Math.abs(value));
  const before = new Float64Array(state.length);
  const keptTangents = tangents && new Float64Array(tangents.values.length);
  if (!stepper.hold(from, state, HOLD_SHARE * longestSeconds)) return 'stuck';
  onPoint?.(from, stepper);
  let time = from;
  let seconds = Math.min(longestSeconds, span) / 8;
  const mostSteps = MOST_STEPS * Math.ceil(span / longestSeconds) + 200;
  for (let steps = 0; time < to - 1e-12 * span; steps++) {
    if (steps > mostSteps) return 'tooManySteps';
    if ((steps & 255) === 255 && shouldStop?.()) return 'stopped';
    seconds = Math.min(seconds, longestSeconds, to - time);
    before.set(state);
    if (tangents && keptTangents) keptTangents.set(tangents.values);
    const outcome = stepper.step(time, seconds, state, tangents);
    const error = outcome === 'taken' ? errorOf(stepper, scale, relative) : Number.POSITIVE_INFINITY;
    if (error > 1.5 || outcome === 'stuck') {
      if (seconds <= SMALLEST_SHARE * span) {
        if (outcome === 'stuck') return 'stuck';
      } else {
        state.set(before);
        if (tangents && keptTangents) tangents.values.set(keptTangents);
        seconds *= outcome === 'stuck' ? 0.25 : Math.max(0.2, SAFETY / Math.sqrt(error));
        continue;
      }
    }
    time += seconds;
    for (let i = 0; i < state.length; i++) scale[i] = Math.max(scale[i], Math.abs(state[i]));
    stepper.system.settleModes(stepper.x);
    onPoint?.(time, stepper);
    const factor = stepper.iterations >= HARD_ITERATIONS ? 0.5 : SAFETY / Math.sqrt(Math.max(error, 1e-6));
    seconds *= Math.min(GROWTH, Math.max(0.25, factor));
  }
  return 'done';
}

function errorOf({ error, system }: Stepper, scale: Float64Array, relative: number): number {
  let largest = 0;
  for (let i = 0; i < error.length; i++) {
    const absolute = i < system.capacitorCount ? ABSOLUTE.volts : ABSOLUTE.amps;
    largest = Math.max(largest, Math.abs(error[i]) / (absolute + relative * scale[i]));
  }
  return largest;
}
