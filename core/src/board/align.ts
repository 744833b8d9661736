import { compose, invert, leastSquares, type Point, type Projection, project, scaling } from './projection.ts';

/** The same spot on both pictures, in the pixels of each. */
export interface MatchingPoints {
  readonly front: Point;
  readonly back: Point;
}

export type AlignmentKind = 'similarity' | 'affine' | 'homography';

export interface Alignment {
  readonly kind: AlignmentKind;
  /** From pixels of the back to pixels of the front. */
  readonly backToFront: Projection;
  /** How far each pair is off, pixels of the front. */
  readonly misses: readonly number[];
  /** Root of the mean square of the misses; undefined where the points do no more than settle the map. */
  readonly rmsPixels?: number;
}

export type AlignmentProblem = { readonly code: 'too-few-points' | 'points-in-a-row'; readonly message: string };

/** From so many pairs on each kind of map: always more than it needs, so that the misses say something. */
const KINDS: readonly { readonly kind: AlignmentKind; readonly from: number; readonly settles: number }[] = [
  { kind: 'homography', from: 6, settles: 4 },
  { kind: 'affine', from: 4, settles: 3 },
  { kind: 'similarity', from: 2, settles: 2 },
];
const GAUSS_NEWTON_STEPS = 8;

/**
 * Lays the back of a board over its front by least squares: two or three pairs of points give a similarity (turn,
 * size, place; turned over where that fits better), four or five an affine map (a picture taken askew), six and more
 * a homography (perspective). Hartley and Zisserman, Multiple View Geometry, 2nd ed. (2004), chapters 2 and 4.
 */
export function alignSides(
  pairs: readonly MatchingPoints[],
): { readonly ok: true; readonly value: Alignment } | { readonly ok: false; readonly error: AlignmentProblem } {
  const chosen = KINDS.find(({ from }) => pairs.length >= from);
  if (!chosen) return refuse('too-few-points', 'Two matching points at least lay a back over its front; three show how well.');
  const toFront = normalising(pairs.map(({ front }) => front));
  const toBack = normalising(pairs.map(({ back }) => back));
  if (!toFront || !toBack) return refuse('points-in-a-row', 'The points are all in one place.');
  const normal = pairs.map(({ front, back }) => ({ front: project(toFront, front), back: project(toBack, back) }));
  const fitted = FITS[chosen.kind](normal);
  const fromFront = invert(toFront) as Projection;
  if (!fitted || !invert(fitted))
    return refuse('points-in-a-row', 'The points lie in a row, or on each other: choose some off to the side.');
  const backToFront = compose(fromFront, compose(fitted, toBack));
  const misses = pairs.map(({ front, back }) => distance(project(backToFront, back), front));
  const rms = Math.sqrt(misses.reduce((sum, miss) => sum + miss * miss, 0) / misses.length);
  return { ok: true, value: { kind: chosen.kind, backToFront, misses, ...(pairs.length > chosen.settles && { rmsPixels: rms }) } };
}

function refuse(code: AlignmentProblem['code'], message: string) {
  return { ok: false, error: { code, message } } as const;
}

type Fit = (pairs: readonly MatchingPoints[]) => Projection | undefined;

const FITS: Readonly<Record<AlignmentKind, Fit>> = { similarity: fitSimilarity, affine: fitAffine, homography: fitHomography };

function fitSimilarity(pairs: readonly MatchingPoints[]): Projection | undefined {
  // A back is turned over when it is seen, so that is tried first and wins a tie.
  const fits = [-1, 1].flatMap((hand) => {
    const found = leastSquares(
      pairs.flatMap(({ back: [x, y] }) => [
        [x * hand, -y, 1, 0],
        [y, x * hand, 0, 1],
      ]),
      pairs.flatMap(({ front }) => front),
    );
    if (!found) return [];
    const [a = 0, b = 0, dx = 0, dy = 0] = found;
    const map: Projection = [a * hand, -b, dx, b * hand, a, dy, 0, 0, 1];
    return [{ map, miss: squaredMiss(map, pairs) }];
  });
  return fits.reduce<(typeof fits)[number] | undefined>((best, fit) => (best && best.miss <= fit.miss + 1e-12 ? best : fit), undefined)
    ?.map;
}

function fitAffine(pairs: readonly MatchingPoints[]): Projection | undefined {
  const rows = pairs.map(({ back: [x, y] }) => [x, y, 1]);
  const across = leastSquares(
    rows,
    pairs.map(({ front }) => front[0]),
  );
  const down = leastSquares(
    rows,
    pairs.map(({ front }) => front[1]),
  );
  return across && down ? ([...across, ...down, 0, 0, 1] as unknown as Projection) : undefined;
}

/** From the affine map, by Gauss and Newton on the distances in the front. */
function fitHomography(pairs: readonly MatchingPoints[]): Projection | undefined {
  let map = fitAffine(pairs);
  for (let step = 0; map && step < GAUSS_NEWTON_STEPS; step++) {
    const now: Projection = map;
    const rows: number[][] = [];
    const values: number[] = [];
    for (const { front, back } of pairs) {
      const [x, y] = back;
      const w = now[6] * x + now[7] * y + now[8];
      const [u, v] = project(now, back);
      rows.push([x / w, y / w, 1 / w, 0, 0, 0, (-u * x) / w, (-u * y) / w]);
      rows.push([0, 0, 0, x / w, y / w, 1 / w, (-v * x) / w, (-v * y) / w]);
      values.push(front[0] - u, front[1] - v);
    }
    const change = leastSquares(rows, values);
    // Where the points do not settle the perspective (four in a row of six), the affine map stands.
    if (!change) return map;
    const next = now.map((value, index) => value + (change[index] ?? 0)) as unknown as Projection;
    if (!(squaredMiss(next, pairs) < squaredMiss(now, pairs))) return map;
    map = next;
  }
  return map;
}

function squaredMiss(map: Projection, pairs: readonly MatchingPoints[]): number {
  return pairs.reduce((sum, { front, back }) => sum + distance(project(map, back), front) ** 2, 0);
}

function distance([ax, ay]: Point, [bx, by]: Point): number {
  return Math.hypot(ax - bx, ay - by);
}

/** Moves the middle of the points to the origin, and their mean distance to 1; undefined where they are one point. */
function normalising(points: readonly Point[]): Projection | undefined {
  const mean = (axis: 0 | 1) => points.reduce((sum, point) => sum + point[axis], 0) / points.length;
  const middle: Point = [mean(0), mean(1)];
  const size = points.reduce((sum, point) => sum + distance(point, middle), 0) / points.length;
  return size > 0 ? scaling(1 / size, 1 / size, -middle[0] / size, -middle[1] / size) : undefined;
}
