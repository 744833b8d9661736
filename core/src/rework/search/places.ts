import type { MovePlace } from '../moves/move.ts';
import type { CircuitMove } from '../moves/registry.ts';
import { placeOf } from './rank.ts';

/** Whether a place is of a part that the moves touch. */
export function isAtSame(place: MovePlace<CircuitMove>, moves: readonly CircuitMove[]): boolean {
  if (place.is === 'options') return false;
  const touched = new Set(moves.map(({ ref }) => ref));
  return place.moves(1).some((move) => touched.has(move.ref));
}

/** Whether two places are of the same parts, by the same moves. */
export function isLike(one: MovePlace<CircuitMove>, other: MovePlace<CircuitMove>): boolean {
  return one.is === 'value' && other.is === 'value' && placeOf(one.moves(1)) === placeOf(other.moves(1));
}

/** Moves and then others: of a part that is replaced twice the first replacement is never done. */
export function joined(moves: readonly CircuitMove[], then: readonly CircuitMove[]): readonly CircuitMove[] {
  const isReplaced = ({ move, ref }: CircuitMove) =>
    move.startsWith('replace-') && then.some((other) => other.ref === ref && other.move.startsWith('replace-'));
  return [...moves.filter((move) => !isReplaced(move)), ...then];
}
