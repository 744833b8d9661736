import { DenseLuFactoriser } from '../numeric/index.ts';

/** Across and down. */
export type Point = readonly [number, number];

/** A projective map of the plane: three by three, row by row, of (x, y, 1). */
export type Projection = readonly [number, number, number, number, number, number, number, number, number];

/** x and y by factors of their own, then moved. */
export function scaling(sx: number, sy: number, dx = 0, dy = 0): Projection {
  return [sx, 0, dx, 0, sy, dy, 0, 0, 1];
}

/** First `inner`, then `outer`. */
export function compose(outer: Projection, inner: Projection): Projection {
  const at = (row: number, column: number) => {
    let sum = 0;
    for (let k = 0; k < 3; k++) sum += (outer[3 * row + k] as number) * (inner[3 * k + column] as number);
    return sum;
  };
  return [at(0, 0), at(0, 1), at(0, 2), at(1, 0), at(1, 1), at(1, 2), at(2, 0), at(2, 1), at(2, 2)];
}

/** Back again; undefined where the map flattens the plane. */
export function invert([a, b, c, d, e, f, g, h, i]: Projection): Projection | undefined {
  const adjugate: Projection = [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ];
  const determinant = a * adjugate[0] + b * adjugate[3] + c * adjugate[6];
  const size = Math.max(...adjugate.map(Math.abs)) * Math.max(Math.abs(a), Math.abs(b), Math.abs(c), 1e-300);
  if (!Number.isFinite(determinant) || Math.abs(determinant) <= 1e-14 * size) return undefined;
  return adjugate.map((value) => value / determinant) as unknown as Projection;
}

export function project([a, b, c, d, e, f, g, h, i]: Projection, [x, y]: Point): Point {
  const w = g * x + h * y + i;
  return [(a * x + b * y + c) / w, (d * x + e * y + f) / w];
}

/** Whether it turns the plane over, as seen at a point. */
export function isMirroring([a, b, c, d, e, f, g, h, i]: Projection): boolean {
  // The sign of the Jacobian is that of the determinant wherever w is positive, as it is within a picture.
  return a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g) < 0;
}

/**
 * The unknowns that make the sum of squares of (row · x - value) least, by the normal equations.
 *
 * @returns undefined where the rows do not settle every unknown
 */
export function leastSquares(rows: readonly (readonly number[])[], values: readonly number[]): Float64Array | undefined {
  const n = rows[0]?.length ?? 0;
  const normal = new Float64Array(n * n);
  const right = new Float64Array(n);
  rows.forEach((row, index) => {
    for (let i = 0; i < n; i++) {
      right[i] = (right[i] as number) + (row[i] as number) * (values[index] as number);
      for (let j = 0; j < n; j++) normal[i * n + j] = (normal[i * n + j] as number) + (row[i] as number) * (row[j] as number);
    }
  });
  // Points are about 1 in size here, so a pivot this small is none.
  const lu = new DenseLuFactoriser(n).factor(normal);
  if (lu.isSingular) return undefined;
  lu.solveInPlace(right);
  return right.every(Number.isFinite) ? right : undefined;
}
