import { type Circuit, changesInTime, fail, type Result, succeed } from '../circuit/index.ts';
import { integrate } from './integrate.ts';
import { solveOperatingPoint } from './operating-point.ts';
import { JUNCTION_FARADS, mayOscillate } from './oscillation.ts';
import { figureSteps } from './shooter.ts';
import { acrossOf } from './solution-document.ts';
import { type SolveOptions, solveWarmed, type Warmed } from './solve.ts';
import type { SolvedMoment } from './stage.ts';
import { Stepper } from './step.ts';
import { CircuitSystem } from './system.ts';
import { type Waveform, WaveformGatherer } from './waveform.ts';

export interface TimeCourseOptions extends SolveOptions {
  /** `cold`: capacitors at their initial volts, no current in any inductor. `settled`: the settled state of the same circuit. */
  readonly from: 'cold' | 'settled';
  readonly seconds: number;
  /** The settled state, where the circuit is solved already. */
  readonly settled?: Warmed | undefined;
}

/** What a circuit does from a state on. */
export interface TimeCourse {
  readonly from: 'cold' | 'settled';
  readonly seconds: number;
  readonly waveforms: {
    readonly nets: Readonly<Record<string, { readonly volts: Waveform }>>;
    readonly parts: Readonly<Record<string, { readonly volts: Waveform; readonly amps: Waveform }>>;
  };
  /** Volts of every capacitor and amps of every inductance at the end. */
  readonly finalState: Readonly<Record<string, { readonly volts: number } | { readonly amps: number }>>;
}

/** Steps of the longest course: about a minute of computing. */
const MOST_STEPS = 4e6;
/** Steps over a course without an alternating source, at the least. */
const STEADY_STEPS = 400;
const STEPS_BETWEEN_REPORTS = 512;

/**
 * Follows a circuit in time: a switching on at the phase of its sources, a surge, a discharge. Junction temperatures
 * stay what they are at the beginning.
 *
 * @param options.seconds positive
 */
export function solveTimeCourse(circuit: Circuit, options: TimeCourseOptions): Result<TimeCourse> {
  const { from, seconds, shouldStop, onProgress } = options;
  if (!(seconds > 0) || !Number.isFinite(seconds)) return fail('bad-value', 'A time course needs a positive number of seconds.', 'seconds');
  const begun = from === 'cold' ? coldStart(circuit) : settledStart(circuit, options);
  if (!begun.ok) return begun;
  const { system, state } = begun.value;
  const hertz = Math.max(...system.frequencies);
  const { longestSeconds: byPeriod, fineness } = figureSteps(system.isSteady ? 1 / seconds : hertz);
  const longestSeconds = system.isSteady ? seconds / STEADY_STEPS : Math.min(byPeriod, seconds / 8);
  if (seconds / longestSeconds > MOST_STEPS) {
    return fail('bad-value', `${seconds} s at ${hertz} Hz is more than can be followed.`, 'seconds');
  }
  const gatherer = new CourseGatherer(system, seconds);
  let steps = 0;
  const stepper = new Stepper(system);
  const outcome = integrate(stepper, 0, seconds, state, {
    longestSeconds,
    fineness,
    shouldStop,
    onBeginning: ({ end }) => gatherer.add(end),
    onEdge: ({ end }) => gatherer.add(end),
    onStep: ({ middle, end }) => {
      gatherer.add(middle);
      gatherer.add(end);
      if (++steps % STEPS_BETWEEN_REPORTS === 0) onProgress?.(end.time / seconds);
    },
  });
  if (outcome === 'stopped') return fail('stopped', 'Stopped before the end.');
  if (outcome !== 'done') return fail('no-convergence', 'The circuit cannot be followed in time to the end.', 'parts');
  return succeed({
    from,
    seconds,
    waveforms: gatherer.finish(),
    finalState: Object.fromEntries(
      system.stateRefs.flatMap(({ ref, kind, isStray }, index) =>
        isStray ? [] : [[ref, kind === 'volts' ? { volts: stepper.state[index] } : { amps: stepper.state[index] }]],
      ),
    ),
  });
}

interface Start {
  readonly system: CircuitSystem;
  readonly state: Float64Array;
}

function coldStart(circuit: Circuit): Result<Start> {
  // What cannot be solved at all says so here, by its parts and nets.
  const point = changesInTime(circuit) ? undefined : solveOperatingPoint(circuit);
  if (point && !point.ok) return point;
  const system = new CircuitSystem(circuit, mayOscillate(circuit) ? JUNCTION_FARADS : undefined);
  return succeed({ system, state: system.initialState.slice() });
}

function settledStart(circuit: Circuit, { settled, shouldStop }: TimeCourseOptions): Result<Start> {
  const warmed = settled ? succeed(settled) : solveWarmed(circuit, { shouldStop });
  if (!warmed.ok) return warmed;
  if ('settled' in warmed.value) {
    const { stepper, state } = warmed.value.settled;
    return succeed({ system: stepper.system, state: state.slice() });
  }
  const { system, x } = warmed.value.point;
  const state = new Float64Array(system.stateCount);
  system.stateAt(x, state);
  return succeed({ system, state });
}

/** The waveforms of every net and every part. */
class CourseGatherer {
  private readonly nets: { readonly net: string; readonly unknown: number; readonly volts: WaveformGatherer }[];
  private readonly parts: {
    readonly ref: string;
    readonly plus: number;
    readonly minus: number;
    readonly slot: number;
    readonly volts: WaveformGatherer;
    readonly amps: WaveformGatherer;
  }[];
  private readonly pinAmps: Float64Array;

  constructor(
    private readonly system: CircuitSystem,
    seconds: number,
  ) {
    const gather = () => new WaveformGatherer(0, seconds);
    this.pinAmps = new Float64Array(system.slotCount);
    this.nets = [...system.unknownOf].map(([net, unknown]) => ({ net, unknown, volts: gather() }));
    this.parts = system.circuit.parts.map((part, index) => {
      const [plus, minus] = acrossOf(part).map((pin) => system.unknownOf.get(part.pins[pin] as string) as number);
      return { ref: part.ref, plus, minus, slot: system.slotOf[index], volts: gather(), amps: gather() };
    });
  }

  add(moment: SolvedMoment): void {
    const { x, time } = moment;
    this.system.pinAmps(x, this.pinAmps, moment);
    const at = (unknown: number) => (unknown < 0 ? 0 : x[unknown]);
    for (const { unknown, volts } of this.nets) volts.add(time, at(unknown));
    for (const { plus, minus, slot, volts, amps } of this.parts) {
      volts.add(time, at(plus) - at(minus));
      amps.add(time, this.pinAmps[slot]);
    }
  }

  finish(): TimeCourse['waveforms'] {
    return {
      nets: Object.fromEntries(this.nets.map(({ net, volts }) => [net, { volts: volts.finish() }])),
      parts: Object.fromEntries(this.parts.map(({ ref, volts, amps }) => [ref, { volts: volts.finish(), amps: amps.finish() }])),
    };
  }
}
