import { LuDecomposition, Matrix } from 'ml-matrix';

const SIZE = 120;

/** Dense LU of a fixed matrix by a well-known library: what other times are compared with, between machines. */
export function yardstick(): () => void {
  const matrix = Matrix.zeros(SIZE, SIZE);
  for (let row = 0; row < SIZE; row++) {
    for (let column = 0; column < SIZE; column++)
      matrix.set(row, column, Math.sin(row * 12.9898 + column * 78.233) + (row === column ? SIZE : 0));
  }
  return () => {
    new LuDecomposition(matrix);
  };
}
