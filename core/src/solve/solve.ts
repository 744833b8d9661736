import { alternatingSource, type Circuit, changesInTime, fail, type Result, succeed } from '../circuit/index.ts';
import { integrateAgain } from './integrate.ts';
import { type OperatingPoint, solveOperatingPoint } from './operating-point.ts';
import { hasAnotherState, isLasting, leaveAlone, mayOscillate } from './oscillation.ts';
import { warmedCelsius, warmingParts, withTemperatures } from './self-heat.ts';
import { findSettledState, type SettledState } from './settled-state.ts';
import type { Solution } from './solution.ts';
import { solutionOf, solutionOfPoint } from './solution-document.ts';
import type { Tangents } from './step.ts';
import { mayOscillateWarning } from './warnings.ts';

export interface SolveOptions {
  /** Asked now and then; true ends it with the error `stopped`. */
  readonly shouldStop?: (() => boolean) | undefined;
  /** The settled state of a like circuit, to begin the search from. */
  readonly near?: SettledState | undefined;
  /** Steps in time are so many times finer than figures need: to check them by. */
  readonly finer?: number | undefined;
  /** Told after each period of a search for the settled state how far it is, 0 to 1, by how much it still misses. */
  readonly onProgress?: ((share: number) => void) | undefined;
}

/** Solves a circuit: the operating point where every source is direct, else the settled periodic state. */
export function solve(circuit: Circuit, options: SolveOptions = {}): Result<Solution> {
  const solved = solveWarmed(circuit, options);
  if (!solved.ok) return solved;
  const { solution } = solved.value;
  const rests = solution.regime === 'dc' && hasAnotherState(circuit) ? leaveAlone(circuit, options) : undefined;
  if (!rests?.ok || rests.value.does === 'rest') return succeed(solution);
  return succeed({ ...solution, warnings: [...solution.warnings, mayOscillateWarning(circuit, rests.value.settled.seconds)] });
}

/** Whether any source of the circuit alternates. */
export function isAlternating(circuit: Circuit): boolean {
  return alternatingSource(circuit) !== undefined;
}

/** A solution with where it was read: an operating point, or the settled state that its period begins at. */
type Solved = { readonly solution: Solution } & ({ readonly point: OperatingPoint } | { readonly settled: SettledState });

/** A solution with the circuit it holds for: its junctions as warm as they are. */
export type Warmed = Solved & { readonly circuit: Circuit };

/** Rounds of solving with the parts as warm as the last solve found them. */
const MOST_WARMINGS = 25;
const WARM_KELVIN = 0.02;

/**
 * Solves with each part that warms itself at its surroundings plus kelvinPerWatt × its power, by repeating until none
 * moves. An LED's feedback is weak (2 mV per kelvin); a thermistor's can be strong enough that plain repeating would swing
 * for ever, so from the second round on each temperature goes where its own secant leads.
 */
export function solveWarmed(circuit: Circuit, options: SolveOptions = {}): Result<Warmed> {
  if (circuit.parts.length === 0) return fail('no-parts', 'The circuit has no parts, so there is nothing to solve.', 'parts');
  const warming = warmingParts(circuit);
  const changes = changesInTime(circuit);
  let near = options.near;
  let warmed = circuit;
  let celsius = warmedCelsius(circuit, warming, COLD);
  let before: { readonly celsius: readonly number[]; readonly off: readonly number[] } | undefined;
  for (let round = 0; ; round++) {
    const solved = changes ? solvePeriodic(warmed, { ...options, near }) : solveSteady(warmed, options);
    if (!solved.ok) return solved;
    const wanted = warmedCelsius(circuit, warming, solved.value.solution);
    const off = wanted.map((target, index) => target - (celsius[index] as number));
    if (round === MOST_WARMINGS || off.every((kelvin) => Math.abs(kelvin) < WARM_KELVIN))
      return succeed({ ...solved.value, circuit: warmed });
    const next = celsius.map((value, index) => value + secantStep(off, celsius, before, index));
    before = { celsius, off };
    celsius = next;
    warmed = withTemperatures(circuit, warming, celsius);
    if ('settled' in solved.value) near = solved.value.settled;
  }
}

/** Nothing flows: every part is as warm as its surroundings. */
const COLD = { nets: {}, parts: {}, leds: {}, supplies: {} } as unknown as Solution;

/** How far a temperature goes: all of what it is off by at first, then as far as makes that nothing by its own secant. */
function secantStep(
  off: readonly number[],
  celsius: readonly number[],
  before: { readonly celsius: readonly number[]; readonly off: readonly number[] } | undefined,
  index: number,
): number {
  const now = off[index] as number;
  if (!before) return now;
  const moved = (celsius[index] as number) - (before.celsius[index] as number);
  const slope = (now - (before.off[index] as number)) / moved;
  // The slope is −1 without feedback; a positive one is a part that runs away, which plain repeating follows.
  return slope < -0.05 ? now / -slope : now;
}

function solveSteady(circuit: Circuit, options: SolveOptions): Result<Solved> {
  const point = solveOperatingPoint(circuit);
  if (!point.ok) return point;
  if (mayOscillate(circuit) && !isLasting(point.value)) return solveLeftAlone(circuit, options);
  return succeed({ solution: solutionOfPoint(point.value), point: point.value });
}

/** A circuit whose operating point does not last: the oscillation that it settles into, or the point where it comes to rest. */
function solveLeftAlone(circuit: Circuit, options: SolveOptions): Result<Solved> {
  const left = leaveAlone(circuit, options);
  if (!left.ok) return left;
  if (left.value.does === 'oscillate') {
    const { settled } = left.value;
    return succeed({ solution: solutionOf(settled.recording, 'oscillating'), settled });
  }
  const point = { system: left.value.system, x: left.value.x, iterations: 0 };
  return succeed({ solution: solutionOfPoint(point), point });
}

function solvePeriodic(circuit: Circuit, options: SolveOptions): Result<Solved> {
  const found = findSettledState(circuit, options);
  if (!found.ok) return found;
  return succeed({ solution: solutionOf(found.value.recording, 'periodic'), settled: found.value });
}

/** Goes through the settled period once more, in the steps that its figures were taken in. */
export function followPeriod(
  { stepper, state, recording }: SettledState,
  onStep: (stepper: SettledState['stepper']) => void,
  tangents?: Tangents,
): Result<void> {
  const outcome = integrateAgain(stepper, state, recording.ends, recording.step, { onStep, tangents });
  return outcome === 'done' ? succeed(undefined) : fail('no-convergence', 'The settled period cannot be followed again.', 'parts');
}
