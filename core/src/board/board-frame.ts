import { type Alignment, type AlignmentProblem, alignSides, type MatchingPoints } from './align.ts';
import { compose, invert, type Point, type Projection, project, scaling } from './projection.ts';

/** Width and height, pixels. */
export type Size = readonly [number, number];

/** How one photo is looked at. */
export interface PhotoView {
  /** Clockwise, degrees. */
  readonly turn: 0 | 90 | 180 | 270;
  readonly mirrored: boolean;
  /** Left, top, right, bottom, as shares of the photo as taken. */
  readonly crop?: readonly [number, number, number, number] | undefined;
}

export interface BoardPhotos {
  readonly front?: { readonly size: Size; readonly view: PhotoView };
  readonly back?: { readonly size: Size; readonly view: PhotoView };
  /** Shares of each photo as taken. */
  readonly pairs: readonly { readonly front: Point; readonly back: Point }[];
}

/** Where the photos of a board lie in one common frame. */
export interface BoardFrame {
  /** Width and height of what is to be seen. */
  readonly size: Size;
  /** From pixels of a photo as taken to the frame. */
  readonly maps: { readonly front?: Projection; readonly back?: Projection };
  readonly alignment?: Alignment;
  /** Why the points that there are do not align. */
  readonly problem?: AlignmentProblem;
}

/**
 * The front as its view says; the back over it, by the matching points, or as its own view says where there are none.
 * A board with one photo is that photo alone.
 */
export function boardFrame({ front, back, pairs }: BoardPhotos): BoardFrame | undefined {
  if (!front) return back && { size: frameSize(back), maps: { back: frameMap(back) } };
  const toFrame = frameMap(front);
  const size = frameSize(front);
  if (!back) return { size, maps: { front: toFrame } };
  const aligned = pairs.length === 0 ? undefined : alignSides(pairs.map((pair) => inPixels(pair, front.size, back.size)));
  if (aligned?.ok) return { size, maps: { front: toFrame, back: compose(toFrame, aligned.value.backToFront) }, alignment: aligned.value };
  const own = frameSize(back);
  const filling = compose(scaling(size[0] / own[0], size[1] / own[1]), frameMap(back));
  return { size, maps: { front: toFrame, back: filling }, ...(aligned && { problem: aligned.error }) };
}

/** A place of the frame as shares of a photo; undefined outside of it. */
export function placeOnPhoto(map: Projection, photo: Size, at: Point): Point | undefined {
  const back = invert(map);
  if (!back) return undefined;
  const [x, y] = project(back, at);
  const share: Point = [x / photo[0], y / photo[1]];
  return share.every((value) => value >= 0 && value <= 1) ? share : undefined;
}

/** A place on a photo, as shares, in the frame. */
export function placeInFrame(map: Projection, photo: Size, [x, y]: Point): Point {
  return project(map, [x * photo[0], y * photo[1]]);
}

function inPixels({ front, back }: { front: Point; back: Point }, frontSize: Size, backSize: Size): MatchingPoints {
  return { front: [front[0] * frontSize[0], front[1] * frontSize[1]], back: [back[0] * backSize[0], back[1] * backSize[1]] };
}

function cropOf({ size: [width, height], view: { crop } }: { size: Size; view: PhotoView }): readonly [number, number, number, number] {
  const [left, top, right, bottom] = crop ?? [0, 0, 1, 1];
  // A crop the wrong way round, or of nothing, is none.
  if (!(right - left > 0.01 && bottom - top > 0.01)) return [0, 0, width, height];
  return [left * width, top * height, right * width, bottom * height];
}

function frameSize(photo: { size: Size; view: PhotoView }): Size {
  const [left, top, right, bottom] = cropOf(photo);
  return photo.view.turn % 180 === 0 ? [right - left, bottom - top] : [bottom - top, right - left];
}

function frameMap(photo: { size: Size; view: PhotoView }): Projection {
  const [left, top, right, bottom] = cropOf(photo);
  const [width, height] = [right - left, bottom - top];
  const { turn, mirrored } = photo.view;
  const turned: Readonly<Record<PhotoView['turn'], Projection>> = {
    0: [1, 0, 0, 0, 1, 0, 0, 0, 1],
    90: [0, -1, height, 1, 0, 0, 0, 0, 1],
    180: [-1, 0, width, 0, -1, height, 0, 0, 1],
    270: [0, 1, 0, -1, 0, width, 0, 0, 1],
  };
  const across = frameSize(photo)[0];
  const over: Projection = mirrored ? scaling(-1, 1, across) : scaling(1, 1);
  return compose(over, compose(turned[turn], scaling(1, 1, -left, -top)));
}
