import type { BoardFrame, BoardSide, BoardView as Look, Point, Projection } from '@mindful-probe/core';
import { type KeyboardEvent, type ReactNode, useState } from 'react';
import { photoAddress } from '../../../shared/photos/photo-address.ts';
import { useViewport } from './use-viewport.ts';

export interface ShownPhoto {
  readonly hash: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly look: Look;
}

export type PadTone = 'plain' | 'asked' | 'held' | 'beep' | 'silent' | 'picked' | 'lit';

/** A pad where it lies in the frame. */
export interface PadMark {
  readonly name: string;
  readonly at: Point;
  readonly tone: PadTone;
}

interface BoardViewProps {
  readonly frame: BoardFrame;
  readonly photos: Readonly<Partial<Record<BoardSide, ShownPhoto>>>;
  /** 0: the front alone; 1: the back alone. */
  readonly seeThrough: number;
  readonly pads: readonly PadMark[];
  /** Lines and dots over the photo, in pixels of the frame; strokes keep their width. */
  readonly drawn?: ReactNode;
  /** What a pick does here. */
  readonly label: string;
  readonly onPick: (pick: BoardPick) => void;
  /** The pad under the crosshair or the pointer, in passing. */
  readonly onOver: (pad: string | undefined) => void;
}

export interface BoardPick {
  readonly at: Point;
  /** The pad that was hit. */
  readonly pad?: string;
  /** A pad of its own is wanted, however near another is. */
  readonly apart: boolean;
}

const HIT_PIXELS = 11;
const STEP_PIXELS = 12;
const FINE_PIXELS = 1;

/** The photos of a board in one frame: panned, zoomed, seen through, and picked at, by pointer and by keyboard. */
export function BoardView({ frame, photos, seeThrough, pads, drawn, label, onPick, onOver }: BoardViewProps) {
  const [cross, setCross] = useState<Point>();
  const view = useViewport(frame.size, (at, event) => pick(at, event.shiftKey));
  const [width, height] = frame.size;

  function hit(at: Point): PadMark | undefined {
    const reach = HIT_PIXELS / view.zoomNow();
    const near = pads.map((pad) => ({ pad, distance: Math.hypot(pad.at[0] - at[0], pad.at[1] - at[1]) }));
    return near.filter(({ distance }) => distance <= reach).sort((a, b) => a.distance - b.distance)[0]?.pad;
  }

  function pick(at: Point, apart: boolean) {
    const pad = hit(at)?.name;
    onPick({ at, apart, ...(pad !== undefined && { pad }) });
  }

  function move(to: Point) {
    const inside: Point = [Math.min(width, Math.max(0, to[0])), Math.min(height, Math.max(0, to[1]))];
    setCross(inside);
    view.reveal(inside);
    onOver(hit(inside)?.name);
  }

  function toNeighbour(step: 1 | -1) {
    if (pads.length === 0) return;
    const here = cross && hit(cross)?.name;
    const index = pads.findIndex(({ name }) => name === here);
    const next = pads[(index + step + pads.length) % pads.length] ?? pads[0];
    if (next) move(next.at);
  }

  function onKeyDown(event: KeyboardEvent) {
    const from = cross ?? [width / 2, height / 2];
    const step = (event.shiftKey ? FINE_PIXELS : STEP_PIXELS) / view.zoomNow();
    const moves: Readonly<Record<string, readonly [number, number]>> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, -1],
      ArrowDown: [0, 1],
    };
    const direction = Object.hasOwn(moves, event.key) ? moves[event.key] : undefined;
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (direction) move([from[0] + step * direction[0], from[1] + step * direction[1]]);
    else if (event.key === 'Enter' || event.key === ' ') pick(from, event.shiftKey);
    else if (event.key === '.') toNeighbour(1);
    else if (event.key === ',') toNeighbour(-1);
    else if (event.key === '+' || event.key === '=') view.zoomBy(1.25);
    else if (event.key === '-') view.zoomBy(0.8);
    else if (event.key === '0') view.fit();
    else return;
    event.preventDefault();
  }

  return (
    <div
      ref={view.outer}
      role="application"
      aria-label={label}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: it is where the arrow keys go
      tabIndex={0}
      data-board
      className="group relative h-full w-full cursor-crosshair touch-none overflow-hidden bg-part select-none"
      onKeyDown={onKeyDown}
      onFocus={() => setCross((at) => at ?? [width / 2, height / 2])}
      {...view.handlers}
    >
      <div ref={view.inner} className="absolute top-0 left-0 origin-top-left will-change-transform" style={{ width, height }}>
        <div className="absolute inset-0 overflow-clip">
          {(['front', 'back'] as const).map((side) => {
            const photo = photos[side];
            const map = frame.maps[side];
            return photo && map ? (
              <Photo key={side} side={side} photo={photo} map={map} opacity={opacityOf(side, seeThrough, photos)} />
            ) : null;
          })}
        </div>
        <svg width={width} height={height} className="absolute inset-0 overflow-visible" aria-hidden="true">
          {drawn}
        </svg>
        {pads.map(({ name, at, tone }) => (
          <PadTag key={name} name={name} at={at} tone={tone} />
        ))}
        {cross && (
          <span
            data-crosshair
            className="pointer-events-none absolute hidden group-focus-visible:block"
            style={{ left: cross[0], top: cross[1], transform: 'scale(var(--inverse))' }}
          >
            <span className="absolute -top-px -left-4 h-[2px] w-8 bg-petrol outline-1 outline-sheet" />
            <span className="absolute -top-4 -left-px h-8 w-[2px] bg-petrol outline-1 outline-sheet" />
          </span>
        )}
      </div>
    </div>
  );
}

function opacityOf(side: BoardSide, seeThrough: number, photos: BoardViewProps['photos']): number {
  if (!photos.front || !photos.back) return 1;
  if (side === 'back') return seeThrough;
  return seeThrough >= 1 ? 0 : 1;
}

interface PhotoProps {
  readonly side: BoardSide;
  readonly photo: ShownPhoto;
  readonly map: Projection;
  readonly opacity: number;
}

function Photo({ side, photo, map, opacity }: PhotoProps) {
  const [a, b, c, d, e, f, g, h, i] = map;
  const { brightness, contrast } = photo.look;
  return (
    <img
      src={photoAddress(photo.hash, 'whole')}
      alt={photo.name}
      width={photo.width}
      height={photo.height}
      data-side={side}
      draggable={false}
      decoding="async"
      className="pointer-events-none absolute top-0 left-0 max-w-none origin-top-left"
      style={{
        width: photo.width,
        height: photo.height,
        opacity,
        transform: `matrix3d(${[a, d, 0, g, b, e, 0, h, 0, 0, 1, 0, c, f, 0, i].join(',')})`,
        ...((brightness !== 1 || contrast !== 1) && { filter: `brightness(${brightness}) contrast(${contrast})` }),
      }}
    />
  );
}

const TAG_TONES: Readonly<Record<PadTone, string>> = {
  plain: 'border-ink bg-sheet text-ink',
  asked: 'border-petrol bg-sheet text-petrol border-[2.5px]',
  held: 'border-petrol bg-petrol text-sheet',
  beep: 'border-petrol bg-sheet text-petrol border-[2.5px]',
  silent: 'border-quiet bg-sheet text-quiet line-through',
  picked: 'border-petrol bg-sheet text-petrol border-[2.5px]',
  lit: 'border-ink bg-ink text-sheet',
};

/** A ring on the pad and its name beside it, as large whatever the zoom. */
function PadTag({ name, at, tone }: PadMark) {
  return (
    <span
      data-pad={name}
      data-tone={tone}
      className="pointer-events-none absolute"
      style={{ left: at[0], top: at[1], transform: 'scale(var(--inverse))' }}
    >
      <span className={`absolute -top-[5px] -left-[5px] h-[10px] w-[10px] rounded-full border-[1.5px] ${TAG_TONES[tone]}`} />
      <span
        className={`absolute bottom-[5px] left-[5px] border px-1 font-figures text-12 leading-[15px] font-[650] whitespace-nowrap ${TAG_TONES[tone]}`}
      >
        {name}
        {tone === 'beep' && ' ·))'}
      </span>
    </span>
  );
}
