import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { drawNormal, seededRandom } from '../numeric/index.ts';
import { alignSides, boardFrame, isMirroring, type Point, type Projection, placeInFrame, placeOnPhoto, project, stripOf } from './index.ts';

/** A back of 3000 by 2000 turned over, turned, and seen askew. */
const SIMILARITY: Projection = [-0.9, -0.2, 2900, 0.2 * -1, 0.9, 300, 0, 0, 1];
const AFFINE: Projection = [-0.93, -0.18, 2900, -0.2, 0.87, 300, 0, 0, 1];
const PERSPECTIVE: Projection = [-0.93, -0.18, 2900, -0.2, 0.87, 300, 4e-5, -2.5e-5, 1];

const CORNERS: readonly Point[] = [
  [200, 150],
  [2800, 180],
  [2750, 1850],
  [240, 1800],
  [1400, 1000],
  [700, 1300],
  [2100, 600],
];

function pairsOf(map: Projection, count: number, noise: () => number = () => 0) {
  return CORNERS.slice(0, count).map((back) => {
    const [x, y] = project(map, back);
    return { back, front: [x + noise(), y + noise()] as Point };
  });
}

function aligned(pairs: Parameters<typeof alignSides>[0]) {
  const result = alignSides(pairs);
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
}

describe('aligning the sides of a board', () => {
  it.each([
    ['similarity', 3, SIMILARITY],
    ['affine', 4, AFFINE],
    ['affine', 5, AFFINE],
    ['homography', 6, PERSPECTIVE],
    ['homography', 7, PERSPECTIVE],
  ] as const)('finds a %s again from %d points, to a thousandth of a pixel', (kind, count, map) => {
    const found = aligned(pairsOf(map, count));
    expect(found.kind).toBe(kind);
    expect(found.rmsPixels).toBeLessThan(1e-3);
    for (const place of CORNERS) {
      const [x, y] = project(found.backToFront, place);
      const [wantedX, wantedY] = project(map, place);
      expect(Math.hypot(x - wantedX, y - wantedY)).toBeLessThan(1e-3);
    }
    expect(isMirroring(found.backToFront)).toBe(true);
  });

  it('leaves a photo the right way round where that fits better', () => {
    const unturned: Projection = [0.9, -0.2, 100, 0.2, 0.9, 300, 0, 0, 1];
    expect(isMirroring(aligned(pairsOf(unturned, 3)).backToFront)).toBe(false);
  });

  it('says how far off the points are: noise of 3 pixels shows as about 3', () => {
    const random = seededRandom(5);
    const many = Array.from({ length: 40 }, (): Point => [3000 * random(), 2000 * random()]);
    const pairs = many.map((back) => {
      const [x, y] = project(PERSPECTIVE, back);
      return { back, front: [x + 3 * drawNormal(random), y + 3 * drawNormal(random)] as Point };
    });
    const { rmsPixels = 0, misses } = aligned(pairs);
    expect(rmsPixels / Math.SQRT2).toBeGreaterThan(2.3);
    expect(rmsPixels / Math.SQRT2).toBeLessThan(3.5);
    expect(misses).toHaveLength(40);
  });

  it('points to the pair that was clicked wrongly', () => {
    const pairs = pairsOf(SIMILARITY, 7).map((pair, index) =>
      index === 4 ? { ...pair, front: [pair.front[0] + 200, pair.front[1]] as Point } : pair,
    );
    const { misses } = aligned(pairs);
    expect(misses.indexOf(Math.max(...misses))).toBe(4);
  });

  it('never fits worse than the map with fewer freedoms', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const random = seededRandom(seed);
        const pairs = pairsOf(PERSPECTIVE, 7, () => 10 * drawNormal(random));
        const { rmsPixels = Number.POSITIVE_INFINITY, backToFront } = aligned(pairs);
        const affineRms = Math.sqrt(
          pairs.reduce((sum, { front, back }) => {
            const [x, y] = project(AFFINE, back);
            return sum + (x - front[0]) ** 2 + (y - front[1]) ** 2;
          }, 0) / pairs.length,
        );
        expect(rmsPixels).toBeLessThanOrEqual(affineRms + 1e-9);
        expect(backToFront.every(Number.isFinite)).toBe(true);
      }),
      { numRuns: 50 },
    );
  });

  it.each([
    ['one point', pairsOf(SIMILARITY, 1), 'too-few-points'],
    ['the same point twice', [...pairsOf(SIMILARITY, 1), ...pairsOf(SIMILARITY, 1)], 'points-in-a-row'],
    ['four in a row', [0, 1, 2, 3].map((k) => ({ back: [100 * k, 50 * k] as Point, front: [90 * k, 40 * k] as Point })), 'points-in-a-row'],
  ])('refuses %s', (_, pairs, code) => {
    expect(alignSides(pairs)).toMatchObject({ ok: false, error: { code } });
  });
});

describe('the frame of a board', () => {
  const views = fc.record({
    turn: fc.constantFrom(0, 90, 180, 270),
    mirrored: fc.boolean(),
    crop: fc.constantFrom(undefined, [0.1, 0.2, 0.9, 0.7] as const),
  });
  const share = fc.double({ min: 0.01, max: 0.99, noNaN: true });

  it('takes a place on a photo into the frame and back, whatever the view', () => {
    fc.assert(
      fc.property(views, share, share, (view, x, y) => {
        const size = [3000, 2000] as const;
        const frame = boardFrame({ front: { size, view }, pairs: [] });
        const map = frame?.maps.front as Projection;
        const back = placeOnPhoto(map, size, placeInFrame(map, size, [x, y]));
        expect(back?.[0]).toBeCloseTo(x, 9);
        expect(back?.[1]).toBeCloseTo(y, 9);
      }),
    );
  });

  it('fills the frame with the crop, its corners on the corners', () => {
    fc.assert(
      fc.property(views, (view) => {
        const size = [3000, 2000] as const;
        const frame = boardFrame({ front: { size, view }, pairs: [] });
        const [left, top, right, bottom] = view.crop ?? [0, 0, 1, 1];
        const corners = [
          [left, top],
          [right, top],
          [right, bottom],
          [left, bottom],
        ] as const;
        const placed = corners.map((corner) =>
          placeInFrame(frame?.maps.front as Projection, size, corner)
            .map(Math.round)
            .join(' '),
        );
        const [width, height] = (frame?.size ?? []).map(Math.round);
        expect(placed.sort()).toEqual([`0 0`, `${width} 0`, `${width} ${height}`, `0 ${height}`].sort());
      }),
    );
  });

  it('lays the back over the front by the points, and as it is without', () => {
    const front = { size: [3000, 2000], view: { turn: 0, mirrored: false } } as const;
    const back = { size: [1500, 1000], view: { turn: 0, mirrored: true } } as const;
    const bare = boardFrame({ front, back, pairs: [] });
    expect(placeInFrame(bare?.maps.back as Projection, back.size, [0.1, 0.2])).toEqual([2700, 400]);
    const pairs = [
      { front: [0.9, 0.1], back: [0.1, 0.1] },
      { front: [0.1, 0.9], back: [0.9, 0.9] },
      { front: [0.1, 0.1], back: [0.9, 0.1] },
    ] as const;
    const laid = boardFrame({ front, back, pairs: [...pairs] });
    expect(laid?.alignment).toMatchObject({ kind: 'similarity' });
    const [x, y] = placeInFrame(laid?.maps.back as Projection, back.size, [0.3, 0.4]);
    expect(x).toBeCloseTo(2100, 3);
    expect(y).toBeCloseTo(800, 3);
  });

  it('is nothing without photos', () => {
    expect(boardFrame({ pairs: [] })).toBeUndefined();
  });
});

describe('counting a strip', () => {
  const row = { first: [0, 0], last: [30, 0], inRow: 4, rows: 3, nextRow: [0, 10], perGroup: 1 } as const;

  it('runs every second row backwards in zig-zag, so that neighbours in the current are neighbours on the board', () => {
    const strip = stripOf({ ...row, pattern: 'zig-zag' });
    if (typeof strip === 'string') throw new Error(strip);
    expect(strip).toMatchObject({ series: 12, parallel: 1 });
    const steps = strip.leds
      .slice(1)
      .map(([x, y], index) => Math.hypot(x - (strip.leds[index] as Point)[0], y - (strip.leds[index] as Point)[1]));
    for (const step of steps) expect(step).toBeCloseTo(10, 9);
  });

  it('parts a strip into groups in parallel', () => {
    expect(stripOf({ ...row, pattern: 'parallel groups', perGroup: 3 })).toMatchObject({ series: 4, parallel: 3 });
    expect(stripOf({ ...row, pattern: 'parallel groups', perGroup: 5 })).toMatch(/2 would be left over/);
  });

  it.each([
    [{ inRow: 0 }, /one LED at least/],
    [{ rows: 1.5 }, /one row at least/],
    [{ inRow: 1000, rows: 3 }, /more than a strip holds/],
    [{ perGroup: 0, pattern: 'parallel groups' as const }, /group holds one/],
  ])('declines %o', (change, message) => {
    expect(stripOf({ ...row, pattern: 'series', ...change })).toMatch(message);
  });
});
