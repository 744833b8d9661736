import type { Circuit } from '../circuit/index.ts';
import type { Solution } from '../solve/index.ts';
import type { Arrangement, Recogniser } from './arrangement.ts';
import { Board } from './board.ts';
import { mainsArrangements } from './kinds/mains.ts';
import { regulatorArrangements } from './kinds/regulators.ts';
import { stringArrangements } from './kinds/strings.ts';
import { switchingArrangements } from './kinds/switching.ts';

/** A new kind of arrangement is one file and one line here. */
const RECOGNISERS: readonly Recogniser[] = [mainsArrangements, regulatorArrangements, stringArrangements, switchingArrangements];

/** The strings of a circuit: every LED with whatever stands in series with it, by their refs. */
export function stringsOf(circuit: Circuit): readonly (readonly string[])[] {
  return new Board(circuit).branches.map(({ parts }) => parts.map(({ ref }) => ref));
}

/** A closed form that is further off the solved figure than this says something else than the circuit does. */
const HOLDS_WITHIN = 0.25;

function withEstimateThatHolds(arrangement: Arrangement, solution: Solution | undefined): Arrangement {
  const { estimate, roles } = arrangement;
  if (!estimate || !solution) return arrangement;
  const solved = roles.string?.map((ref) => solution.leds[ref]?.chip.amps.avg ?? 0) ?? [];
  const holds = solved.some((amps) => amps > 0 && Math.abs(estimate.chipAmps / amps - 1) <= HOLDS_WITHIN);
  return holds ? arrangement : { ...arrangement, estimate: null };
}

/**
 * What a circuit is, by its shape alone: refs and net names do not matter.
 *
 * @param solution for the closed forms, which want the string's volts; shapes are found without
 */
export function recognise(circuit: Circuit, solution?: Solution): readonly Arrangement[] {
  const board = new Board(circuit);
  return RECOGNISERS.flatMap((find) => find(board, solution)).map((arrangement) => withEstimateThatHolds(arrangement, solution));
}
