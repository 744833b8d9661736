import { type Circuit, fail, type Result, succeed } from '../circuit/index.ts';
import { type Fineness, integrate } from './integrate.ts';
import type { OperatingPoint } from './operating-point.ts';
import { PeriodRecorder } from './recording.ts';
import type { SettledState, Turning } from './settled-state.ts';
import { isUnstable } from './stability.ts';
import { Stepper } from './step.ts';
import { CircuitSystem } from './system.ts';

/**
 * Of each junction of a transistor, F: what small ones have by their data sheets (4 to 25 pF). Without it the passage from
 * one state to the other would take no time at all, and could not be followed.
 */
export const JUNCTION_FARADS = 10e-12;

/** What a circuit does that has been left to itself. */
export type LeftAlone =
  | { readonly does: 'oscillate'; readonly settled: SettledState }
  | { readonly does: 'rest'; readonly system: CircuitSystem; readonly x: Float64Array };

export interface OscillationOptions {
  readonly shouldStop?: (() => boolean) | undefined;
  /** The oscillation of a like circuit: where to begin. */
  readonly near?: SettledState | undefined;
  /** Steps for figures are so many times finer: to check them by. */
  readonly finer?: number | undefined;
}

/** The first span that is followed, s; each further one is twice as long. */
const FIRST_SPAN = 1e-6;
/** Nothing that blinks takes longer for the few periods that are wanted. */
const LONGEST_SPAN = 2000;
const MOST_STEPS = 60_000;
const SEARCH: Fineness = { longest: 1 / 50, states: 1e-3, bends: 0.1, shortest: 1 / 20, laws: 3e-4 };
/** A store counts as moving from here on: as a share of its largest volts or amps, and in them. */
const LEAST_SWING_SHARE = 1e-3;
const LEAST_SWING = 1e-4;
/** Two turns are alike when every store is back within this share of its swing. */
const ALIKE = 3e-3;
/** A period may have so many turns of the store that tells them: bursts. */
const MOST_TURNS = 6;
/** To have turned, a store goes at least so far to either side of its middle, as a share of its swing. */
const TURN_SHARE = 0.2;
/** For figures: periods and averages are within half a per cent of those in steps ten times finer. */
const FIGURES: Fineness = { longest: 1 / 60, states: 1e-3, bends: 1e-2, shortest: 1 / 50, laws: 3e-4 };
/** Periods in fine steps, of which the last is the result; fewer where a like circuit was solved. */
const [FINE_PERIODS, FINE_PERIODS_NEAR] = [3, 2];
/** At its end the telling store is back where it began, within this share of its swing; else the next period is tried. */
const [CLOSED_SHARE, MOST_TRIES] = [0.2, 4];
/** Steps shorter than this share of the period belong to the passage between two states, which only strays limit. */
const PASSAGE_SHARE = 1e-6;
/** A symmetrical circuit needs something to begin with: so many volts on its first store, half as many on the next. */
const UNLIKE_VOLTS = 0.01;

/** Whether anything in a circuit can make a disturbance grow: it amplifies, and something makes it wait. */
export function mayOscillate({ parts }: Circuit): boolean {
  const has = (...kinds: string[]) => parts.some(({ kind }) => kinds.includes(kind));
  return has('bjt', 'mosfet') && has('capacitor', 'inductor');
}

/** Whether a circuit may do something else than rest at its point, though that lasts: two that amplify, and two that make it wait. */
export function hasAnotherState({ parts }: Circuit): boolean {
  const count = (...kinds: string[]) => parts.filter(({ kind }) => kinds.includes(kind)).length;
  return count('bjt', 'mosfet') >= 2 && count('capacitor', 'inductor') >= 2;
}

/** Whether an operating point can last. */
export function isLasting({ system, x }: OperatingPoint): boolean {
  return !isUnstable(new CircuitSystem(system.circuit, JUNCTION_FARADS), x);
}

/** Follows a circuit from switch-on until it rests or repeats itself. */
export function leaveAlone(circuit: Circuit, options: OscillationOptions = {}): Result<LeftAlone> {
  return new Following(new CircuitSystem(circuit, JUNCTION_FARADS), options).run();
}

interface Turn {
  readonly time: number;
  /** The stores that are parts, at that time. */
  readonly own: readonly number[];
  /** Everything, at the end of the step in which it turned. */
  readonly state: Float64Array;
  /** How fast the store that tells went through its middle, V or A a second. */
  readonly rate: number;
}

class Following {
  private readonly stepper: Stepper;
  /** Places among the states of what is a part and no stray. */
  private readonly own: readonly number[];
  private times: number[] = [];
  private states: Float64Array[] = [];
  private steps = 0;

  constructor(
    private readonly system: CircuitSystem,
    private readonly options: OscillationOptions,
  ) {
    this.stepper = new Stepper(system);
    this.own = system.stateRefs.flatMap(({ isStray }, index) => (isStray ? [] : [index]));
  }

  run(): Result<LeftAlone> {
    const { system, options } = this;
    const { near } = options;
    if (near?.turning !== undefined && near.state.length === system.stateCount) {
      const settled = this.fine(near.state, near.seconds, near.turning, FINE_PERIODS_NEAR);
      if (settled.ok || settled.error.code === 'stopped') return settled;
    }
    let state = system.initialState.map((value, index) => (index < system.capacitorCount ? value + UNLIKE_VOLTS / 2 ** index : value));
    let from = 0;
    for (let span = FIRST_SPAN; span < LONGEST_SPAN && this.steps < MOST_STEPS; span *= 2) {
      // What was before is the way there; what is judged is the newest half.
      this.forgetBefore(from - span);
      const outcome = integrate(this.stepper, from, from + span, state, {
        longestSeconds: SEARCH.longest * span,
        fineness: SEARCH,
        shouldStop: options.shouldStop,
        onStep: ({ end, state: now }) => {
          this.steps += 1;
          this.times.push(end.time);
          this.states.push(now.slice());
        },
      });
      if (outcome === 'stopped') return STOPPED;
      if (outcome !== 'done') break;
      from += span;
      state = this.stepper.state.slice();
      const swings = this.swings();
      const period = this.periodOf(swings);
      if (period) return this.fine(period.turn.state, period.seconds, period.turning);
      if (this.rests(swings, span)) return succeed({ does: 'rest', system, x: this.stepper.end.x.slice() });
    }
    const refs = system.circuit.parts.map(({ ref }) => ref).slice(0, 8);
    return fail('no-convergence', `${refs.join(', ')}: it neither rests nor repeats itself within what can be followed.`, refs[0]);
  }

  private forgetBefore(time: number): void {
    const kept = this.times.findIndex((one) => one >= time);
    if (kept <= 0) return;
    this.times = this.times.slice(kept);
    this.states = this.states.slice(kept);
  }

  /** How far each own store went, and where from, over the newest half of the steps. */
  private swings(): readonly { readonly low: number; readonly high: number }[] {
    const newest = this.states.slice(Math.floor(this.states.length / 2));
    return this.own.map((index) => {
      let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
      for (const state of newest) {
        if (state[index] < low) low = state[index];
        if (state[index] > high) high = state[index];
      }
      return { low, high };
    });
  }

  /** Nothing moved over a span that is much longer than all before. */
  private rests(swings: ReturnType<Following['swings']>, span: number): boolean {
    const slowest = this.system.slowestSeconds();
    return span > 10 * slowest && swings.every((swing) => !moves(swing));
  }

  private periodOf(swings: ReturnType<Following['swings']>) {
    const relative = swings.map((swing) =>
      moves(swing) ? (swing.high - swing.low) / Math.max(Math.abs(swing.low), Math.abs(swing.high)) : 0,
    );
    const pivot = relative.indexOf(Math.max(...relative));
    if (!(relative[pivot] > 0)) return undefined;
    // Where it goes slowly its turns are told best: a capacitor that is emptied in a second is often filled in a hundredth.
    const [up, down] = ([1, -1] as const).map((sign) => ({ sign, turns: this.turnsOf(pivot, swings[pivot], sign) }));
    const { sign, turns } = rateOf(up.turns) <= rateOf(down.turns) ? up : down;
    const last = turns.at(-1);
    for (let back = 1; last && back <= MOST_TURNS && back < turns.length; back++) {
      const before = turns[turns.length - 1 - back];
      const isAlike = swings.every(
        ({ low, high }, index) => Math.abs(last.own[index] - before.own[index]) <= ALIKE * (high - low) + LEAST_SWING,
      );
      if (isAlike) return { turn: last, seconds: last.time - before.time, turning: { state: this.own[pivot], sign } };
    }
    return undefined;
  }

  /** Where a store comes through its middle, on its way up or (−1) down, having been well on the other side. */
  private turnsOf(pivot: number, { low, high }: { readonly low: number; readonly high: number }, sign: Turning['sign']): readonly Turn[] {
    const { times, states, own } = this;
    const index = own[pivot];
    const middle = (low + high) / 2;
    const turns: Turn[] = [];
    let wasBefore = false;
    for (let i = 1; i < states.length; i++) {
      const [from, to] = [states[i - 1][index], states[i][index]];
      if (sign * (to - middle) < -TURN_SHARE * (high - low)) wasBefore = true;
      if (!wasBefore || sign * (to - middle) < 0) continue;
      wasBefore = false;
      const share = (middle - from) / (to - from);
      const seconds = times[i] - times[i - 1];
      turns.push({
        time: times[i - 1] + share * seconds,
        own: own.map((one) => states[i - 1][one] + share * (states[i][one] - states[i - 1][one])),
        state: states[i],
        rate: Math.abs(to - from) / seconds,
      });
    }
    return turns;
  }

  /** A few periods in the steps that figures want; the last is recorded. */
  private fine(start: Float64Array, roughly: number, turning: Turning, periods = FINE_PERIODS): Result<LeftAlone> {
    const { stepper, system } = this;
    const { state: pivot } = turning;
    const refs = system.circuit.parts.map(({ ref }) => ref).slice(0, 8);
    const lost = fail('no-convergence', `${refs.join(', ')}: its oscillation cannot be followed in fine steps.`, refs[0]);
    let back: Return = { seconds: roughly, state: start };
    for (let period = 1; period < periods; period++) {
      const next = this.returnFrom(back.state, back.seconds, turning);
      if (!next) return this.options.shouldStop?.() ? STOPPED : lost;
      back = next;
    }
    for (let tries = 0; ; tries++) {
      const { seconds, state } = back;
      const recorder = new PeriodRecorder(system);
      const takeStep = leavingOutPassages(recorder, PASSAGE_SHARE * seconds, seconds);
      let [low, high] = [state[pivot], state[pivot]];
      const outcome = integrate(stepper, 0, seconds, state, {
        ...this.finely(seconds),
        shouldStop: this.options.shouldStop,
        onBeginning: recorder.begin,
        onStep: (now) => {
          takeStep(now);
          low = Math.min(low, now.state[pivot]);
          high = Math.max(high, now.state[pivot]);
        },
      });
      if (outcome !== 'done') return outcome === 'stopped' ? STOPPED : lost;
      // A flash that comes just before the end is lost where the period that was found is a little too short.
      if (Math.abs(stepper.state[pivot] - state[pivot]) <= CLOSED_SHARE * (high - low)) {
        const monodromy = new Float64Array(system.stateCount ** 2);
        const settled = { stepper, state, monodromy, seconds, recording: recorder.finish(), periods, turning };
        return succeed({ does: 'oscillate', settled });
      }
      const next = tries < MOST_TRIES ? this.returnFrom(state, seconds, turning) : undefined;
      if (!next) return this.options.shouldStop?.() ? STOPPED : lost;
      back = next;
    }
  }

  private finely(period: number) {
    const finer = this.options.finer ?? 1;
    const fineness = { ...FIGURES, states: FIGURES.states / finer, bends: FIGURES.bends / finer };
    return { longestSeconds: (FIGURES.longest * period) / finer, fineness };
  }

  /** The time until the telling store is where it was, on the same way, and the state just after it. */
  private returnFrom(start: Float64Array, roughly: number, { state: pivot, sign }: Turning): Return | undefined {
    const wanted = start[pivot];
    let before = { time: 0, value: wanted };
    let found: Return | undefined;
    integrate(this.stepper, 0, LONGEST_RETURN * roughly, start, {
      ...this.finely(roughly),
      // Once it is back there is nothing more to follow.
      shouldStop: () => found !== undefined || this.options.shouldStop?.() === true,
      onStep: ({ end, state }) => {
        const value = state[pivot];
        if (!found && end.time > 0.5 * roughly && sign * (before.value - wanted) < 0 && sign * (value - wanted) >= 0) {
          const seconds = before.time + ((wanted - before.value) / (value - before.value)) * (end.time - before.time);
          found = { seconds, state: state.slice() };
        }
        before = { time: end.time, value };
      },
    });
    return found;
  }
}

/** A store is back where it was. */
interface Return {
  readonly seconds: number;
  readonly state: Float64Array;
}

/** A like circuit may take so many times as long. */
const LONGEST_RETURN = 1.3;
const STOPPED = fail('stopped', 'Stopped before it settled.');

function rateOf(turns: readonly Turn[]): number {
  return turns.at(-1)?.rate ?? Number.POSITIVE_INFINITY;
}

function moves({ low, high }: { readonly low: number; readonly high: number }): boolean {
  return high - low > Math.max(LEAST_SWING, LEAST_SWING_SHARE * Math.max(Math.abs(low), Math.abs(high)));
}

function leavingOutPassages(recorder: PeriodRecorder, shortest: number, end: number): (stepper: Stepper) => void {
  let before = 0;
  return (stepper) => {
    const { time } = stepper.end;
    if (time - before > shortest || time >= end * (1 - 1e-12)) recorder.takeStep(stepper);
    before = time;
  };
}
