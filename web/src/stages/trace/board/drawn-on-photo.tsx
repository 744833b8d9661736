import { type Board, type BoardFrame, type BoardSide, type Point, placeInFrame, type Size } from '@mindful-probe/core';
import type { ShownPhoto } from './board-view.tsx';

interface AlignPointsProps {
  readonly board: Board;
  readonly frame: BoardFrame;
  readonly photos: Partial<Record<BoardSide, ShownPhoto>>;
  readonly front: Point | undefined;
}

/** Matching points: crosses where they lie on the front, rings where they lie on the back. */
export function AlignPoints({ board, frame, photos, front }: AlignPointsProps) {
  const place = (side: BoardSide, share: Point) => {
    const map = frame.maps[side];
    const photo = photos[side];
    return map && photo ? placeInFrame(map, [photo.width, photo.height], share) : undefined;
  };
  const crosses = [...board.pairs.map((pair) => place('front', pair.front)), ...(front ? [place('front', front)] : [])];
  const rings = board.pairs.map((pair) => place('back', pair.back));
  const size = frame.size[0] / 120;
  return (
    <g className="fill-none stroke-petrol" strokeWidth="2.5">
      {crosses.map(
        (at) =>
          at && (
            <path
              key={at.join(' ')}
              vectorEffect="non-scaling-stroke"
              d={`M${at[0] - size} ${at[1]}h${2 * size}M${at[0]} ${at[1] - size}v${2 * size}`}
            />
          ),
      )}
      {rings.map((at) => at && <circle key={at.join(' ')} vectorEffect="non-scaling-stroke" cx={at[0]} cy={at[1]} r={size} />)}
    </g>
  );
}

/** The LEDs of a strip as they are counted, in order of the current. */
export function StripDots({ points, size }: { readonly points: readonly Point[]; readonly size: Size }) {
  return (
    <g className="fill-none stroke-petrol" strokeWidth="2.5">
      <polyline vectorEffect="non-scaling-stroke" points={points.map((at) => at.join(',')).join(' ')} strokeWidth="1.5" />
      {points.map(([x, y]) => (
        <circle key={`${x} ${y}`} vectorEffect="non-scaling-stroke" cx={x} cy={y} r={size[0] / 160} className="fill-sheet" />
      ))}
    </g>
  );
}
