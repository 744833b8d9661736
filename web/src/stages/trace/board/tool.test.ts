import { describe, expect, it } from '@jest/globals';
import { benchContext, completeDraft, type EntryDraft, parseBenchLine, replay, type Specimen } from '@mindful-probe/core';
import { freePad, freeRef, lineOf, startTool, type Tool, tapPad } from './tool.ts';

function specimenOf(...drafts: EntryDraft[]): Specimen {
  return replay(drafts.map((draft, index) => completeDraft(draft, `entry-${index}-0`, '2026-03-07T10:00:00Z')));
}

const board = specimenOf(...['1', '2', '3', '4'].map((pad): EntryDraft => ({ kind: 'pad', pad })), {
  kind: 'part',
  part: { ref: 'R1', kind: 'resistor', pins: ['1', '2'], ohms: 10 },
});

const tapped = (tool: Tool, ...pads: string[]) => pads.reduce(tapPad, tool);

describe('the tools on a photo', () => {
  it('holds the first pad, and goes through beep, silence and nothing on the others', () => {
    expect(lineOf(tapped(startTool('hold'), '1', '3'), board)).toBe('hold 1: 3');
    expect(lineOf(tapped(startTool('hold'), '1', '3', '3', '4'), board)).toBe('hold 1 over 4 3: 4');
    expect(lineOf(tapped(startTool('hold'), '1', '3', '3'), board)).toBe('hold 1 over 3: none');
    expect(lineOf(tapped(startTool('hold'), '1', '3', '3', '3'), board)).toBe('hold 1: ');
    expect(lineOf(tapped(startTool('hold'), '1', '1'), board)).toBeUndefined();
  });

  it('writes lines that the bench line reads', () => {
    for (const tool of [tapped(startTool('hold'), '1', '3', '4', '4'), tapped({ mode: 'part', letter: 'C', pads: [] }, '3', '4')])
      expect(parseBenchLine(lineOf(tool, board) ?? '', benchContext(board))).toMatchObject({ kind: 'entry' });
  });

  it('names the next free part, and begins a new one with a pad too many', () => {
    expect(lineOf(tapped(startTool('part'), '3', '4'), board)).toBe('R2 on 3 4 ');
    expect(lineOf(tapped(startTool('part'), '3'), board)).toBeUndefined();
    expect(tapped(startTool('part'), '3', '4', '1')).toMatchObject({ pads: ['1'] });
    expect(lineOf(tapped({ mode: 'part', letter: 'B', pads: [] }, '1', '2', '3', '4'), board)).toBe('B1 bridge on 1 2 3 4 ');
  });

  it('counts on where numbers are free', () => {
    expect(freePad(board.pads)).toBe('5');
    expect(freePad([{ name: '1' }, { name: '3' }])).toBe('2');
    expect(freeRef('R', board)).toBe('R2');
    expect(freeRef('C', board)).toBe('C1');
  });
});
