import { type Circuit, fail, type Result, succeed } from '../circuit/index.ts';
import { AMBIENT_CELSIUS } from '../device/index.ts';
import { integrate } from './integrate.ts';
import { hasWarmingJunctions, withWarmedJunctions } from './junction-heat.ts';
import { type OperatingPoint, solveOperatingPoint } from './operating-point.ts';
import { Recording } from './recording.ts';
import { FIGURE_STEPS, FIGURE_TOLERANCE, findSettledState, type SettledState } from './settled-state.ts';
import type { Solution } from './solution.ts';
import { solutionOf, solutionOfRecording } from './solution-document.ts';
import type { Tangents } from './step.ts';

export interface SolveOptions {
  /** Asked now and then; true ends it with the error `stopped`. */
  readonly shouldStop?: (() => boolean) | undefined;
  /** A settled state of a like circuit, to begin the search from. */
  readonly near?: Float64Array | undefined;
  /** Told after each period of a search for the settled state how far it is, 0 to 1, by how much it still misses. */
  readonly onProgress?: ((share: number) => void) | undefined;
}

/** Solves a circuit: the operating point where every source is direct, else the settled periodic state. */
export function solve(circuit: Circuit, options: SolveOptions = {}): Result<Solution> {
  const solved = solveWarmed(circuit, options);
  return solved.ok ? succeed(solved.value.solution) : solved;
}

/** Whether any source of the circuit alternates. */
export function isAlternating(circuit: Circuit): boolean {
  return circuit.parts.some((part) => part.kind === 'ac');
}

/** A solution with where it was read: an operating point, or the settled state that its period begins at. */
type Solved = { readonly solution: Solution } & ({ readonly point: OperatingPoint } | { readonly settled: SettledState });

/** A solution with the circuit it holds for: its junctions as warm as they are. */
export type Warmed = Solved & { readonly circuit: Circuit };

/** Rounds of solving with the junctions as warm as the last solve found them. */
const MOST_WARMINGS = 25;
const WARM_KELVIN = 0.02;

/**
 * Solves with each LED's junction at its ambient plus kelvinPerWatt × heat of a chip, by repeating until no junction
 * moves. The feedback is weak (2 mV per kelvin), so a few rounds do.
 */
export function solveWarmed(circuit: Circuit, options: SolveOptions = {}): Result<Warmed> {
  if (circuit.parts.length === 0) return fail('no-parts', 'The circuit has no parts, so there is nothing to solve.', 'parts');
  const warms = hasWarmingJunctions(circuit);
  let warmed = circuit;
  for (let round = 0; ; round++) {
    const solved = isAlternating(circuit) ? solvePeriodic(warmed, options) : solveSteady(warmed);
    if (!solved.ok) return solved;
    if (!warms || round === MOST_WARMINGS) return succeed({ ...solved.value, circuit: warmed });
    const next = withWarmedJunctions(circuit, solved.value.solution);
    const moved = next.parts.reduce((most, part, index) => Math.max(most, Math.abs(celsiusOf(part) - celsiusOf(warmed.parts[index]))), 0);
    if (moved < WARM_KELVIN) return succeed({ ...solved.value, circuit: warmed });
    warmed = next;
  }
}

function celsiusOf({ celsius }: Circuit['parts'][number]): number {
  return celsius ?? AMBIENT_CELSIUS;
}

function solveSteady(circuit: Circuit): Result<Solved> {
  const point = solveOperatingPoint(circuit);
  return point.ok ? succeed({ solution: solutionOf(point.value), point: point.value }) : point;
}

function solvePeriodic(circuit: Circuit, options: SolveOptions): Result<Solved> {
  const settled = findSettledState(circuit, options);
  if (!settled.ok) return settled;
  const recording = new Recording(settled.value.stepper.system);
  const followed = followPeriod(settled.value, recording.take);
  return followed.ok ? succeed({ solution: solutionOfRecording(recording, 'periodic'), settled: settled.value }) : followed;
}

/** Goes through the settled period once more, in the steps that figures want. */
export function followPeriod(
  { stepper, state, seconds }: SettledState,
  onPoint: (time: number, stepper: SettledState['stepper']) => void,
  tangents?: Tangents,
): Result<void> {
  const outcome = integrate(stepper, 0, seconds, state.slice(), {
    longestSeconds: 1 / Math.max(...stepper.system.frequencies) / FIGURE_STEPS,
    relative: FIGURE_TOLERANCE,
    onPoint,
    tangents,
  });
  return outcome === 'done' ? succeed(undefined) : fail('no-convergence', 'The settled period cannot be followed again.', 'parts');
}
