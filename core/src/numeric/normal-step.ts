import { DenseLuFactoriser } from './dense-lu.ts';

/** The step that the normal equations ask for where the steps of some unknowns are given. */
export function stepWithHeld(normal: Float64Array, gradient: Float64Array, given: ReadonlyMap<number, number>): Float64Array {
  const count = gradient.length;
  const matrix = normal.slice();
  const direction = gradient.slice();
  for (const [held, step] of given) {
    for (let i = 0; i < count; i++) {
      direction[i] -= normal[i * count + held] * step;
      matrix[i * count + held] = matrix[held * count + i] = i === held ? 1 : 0;
    }
  }
  for (const [held, step] of given) direction[held] = step;
  new DenseLuFactoriser(count).factor(matrix).solveInPlace(direction);
  return direction;
}
