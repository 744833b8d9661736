import { describe, expect, it } from '@jest/globals';
import { type Board, boardFrame } from '@mindful-probe/core';
import { padMarks, toneOf } from './board-marks.ts';
import { startTool, tapPad } from './tool.ts';

const look = { turn: 0, mirrored: false, brightness: 1, contrast: 1 } as const;
const board: Board = { name: 'main', photos: {}, views: { front: look, back: { ...look, mirrored: true } }, pairs: [] };
const photo = { hash: '0', name: 'front', width: 1000, height: 500, look };
const back = { ...photo, name: 'back', look: board.views.back };
const nothing = { refs: new Set<string>(), nets: new Set<string>(), pads: new Set<string>() };

describe('pads on the photos of a board', () => {
  const frame = boardFrame({ front: { size: [1000, 500], view: look }, back: { size: [1000, 500], view: board.views.back }, pairs: [] });
  const marks = (side: 'front' | 'back', pads: Parameters<typeof padMarks>[3]) =>
    frame
      ? padMarks(board, frame, { front: photo, back }, pads, side, () => 'plain').map(({ name, at }) => [name, ...at.map(Math.round)])
      : [];

  it('lie where they were pinned on the side that is up, else where they shine through', () => {
    const via = { name: '1', places: { front: [0.1, 0.2], back: [0.7, 0.4] } } as const;
    expect(marks('front', [via])).toEqual([['1', 100, 100]]);
    expect(marks('back', [via])).toEqual([['1', 300, 200]]);
    expect(marks('back', [{ name: '2', places: { front: [0.1, 0.2] } }])).toEqual([['2', 100, 100]]);
  });

  it('of another board, or never pinned, are not there', () => {
    expect(
      marks('front', [
        { name: '1', places: {} },
        { name: '2', board: 'other', places: { front: [0.5, 0.5] } },
      ]),
    ).toEqual([]);
  });

  it('show what is held, heard and asked for before what is lit', () => {
    const lit = { ...nothing, pads: new Set(['1', '3', '5']) };
    const asked = { hold: '1', over: ['3', '4'] };
    const tool = ['1', '3'].reduce(tapPad, startTool('hold'));
    expect(['1', '3', '4', '5', '6'].map((pad) => toneOf(pad, tool, lit, asked))).toEqual(['held', 'beep', 'asked', 'lit', 'plain']);
    expect(toneOf('1', startTool('hold'), nothing, asked)).toBe('asked');
  });
});
