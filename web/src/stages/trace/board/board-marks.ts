import { BOARD_SIDES, type Board, type BoardFrame, type BoardSide, type Pad, placeInFrame, type Specimen } from '@mindful-probe/core';
import type { LitSets } from '../lit-sets.ts';
import type { PadMark, PadTone, ShownPhoto } from './board-view.tsx';
import type { Tool } from './tool.ts';

/** The photos of a board as they are looked at. */
export function shownPhotos(board: Board, { pictures }: Specimen): Partial<Record<BoardSide, ShownPhoto>> {
  const shown: Partial<Record<BoardSide, ShownPhoto>> = {};
  for (const side of BOARD_SIDES) {
    const entry = pictures.find((picture) => picture.entry.id === board.photos[side])?.entry;
    if (entry) {
      const { hash, width, height, name } = entry;
      shown[side] = { hash, width, height, name: name ?? `board ${board.name}, ${side}`, look: board.views[side] };
    }
  }
  return shown;
}

/** Pads where they are to be seen: on the side that is up if they were pinned there, else through the board. */
export function padMarks(
  board: Board,
  frame: BoardFrame,
  photos: Partial<Record<BoardSide, ShownPhoto>>,
  pads: readonly Pad[],
  side: BoardSide,
  toneFor: (pad: string) => PadTone,
): readonly PadMark[] {
  return pads.flatMap((pad): PadMark[] => {
    if (pad.board !== undefined && pad.board !== board.name) return [];
    const seen = pad.places[side] ? side : BOARD_SIDES.find((other) => pad.places[other]);
    const place = seen && pad.places[seen];
    const map = seen && frame.maps[seen];
    const photo = seen && photos[seen];
    if (!place || !map || !photo) return [];
    return [{ name: pad.name, at: placeInFrame(map, [photo.width, photo.height], place), tone: toneFor(pad.name) }];
  });
}

/** How a pad looks: by what the tool holds, then by what is lit. */
export function toneOf(
  pad: string,
  tool: Tool,
  lit: LitSets,
  asked: { readonly hold: string; readonly over: readonly string[] } | undefined,
): PadTone {
  if (tool.mode === 'hold') {
    if (tool.held === pad) return 'held';
    const touched = tool.touched.get(pad);
    if (touched) return touched;
    if (tool.held === undefined ? asked?.hold === pad : asked?.hold === tool.held && asked.over.includes(pad)) return 'asked';
  }
  if (tool.mode === 'pin' && tool.picked.includes(pad)) return 'picked';
  if ((tool.mode === 'part' || tool.mode === 'strip') && tool.pads.includes(pad)) return 'picked';
  return lit.pads.has(pad) ? 'lit' : 'plain';
}
