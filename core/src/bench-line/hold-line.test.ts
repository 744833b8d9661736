import { describe, expect, it } from '@jest/globals';
import { holdLine, sayOver } from './index.ts';

const hold = (over: readonly string[]) => ({ hold: '1', over, settlesPairs: over.length });
const pads = (count: number) => Array.from({ length: count }, (_, index) => String(index + 2));

describe('the next hold', () => {
  it('over every other pad names none of them', () => {
    expect([holdLine(hold(pads(7)), 8), sayOver(hold(pads(7)), 8)]).toEqual(['hold 1: ', 'every other pad']);
  });

  it('over some of them names these', () => {
    expect([holdLine(hold(pads(6)), 8), sayOver(hold(pads(6)), 8)]).toEqual(['hold 1 over 2 3 4 5 6 7: ', '2 3 4 5 6 7']);
  });

  it('up to fourteen are listed, of more twelve, and how many there are besides', () => {
    expect(sayOver(hold(pads(14)), 40)).toBe(pads(14).join(' '));
    expect(sayOver(hold(pads(15)), 40)).toBe(`${pads(12).join(' ')} and 3 more`);
  });
});
