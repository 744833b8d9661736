import { describe, expect, it } from '@jest/globals';
import { replay } from '../tape/index.ts';
import { entriesOf, outcomeOf, specimenOf } from './tape.testing.ts';

describe('continuity', () => {
  const pads = 'pad 1,pad 2,pad 3,pad 4,pad 9'.split(',');

  it.each([
    ['hold 4: 1 2 9 | 0.9r', { hold: '4', over: ['1', '2', '3', '9'], beeps: [{ pad: '1' }, { pad: '2' }, { pad: '9', ohms: 0.9 }] }],
    ['hold 4 : 1 0.2r 2', { beeps: [{ pad: '1', ohms: 0.2 }, { pad: '2' }] }],
    [
      'hold 4 1 2 | 0.1r 12 ohm',
      {
        beeps: [
          { pad: '1', ohms: 0.1 },
          { pad: '2', ohms: 12 },
        ],
      },
    ],
    ['hold 4: none', { over: ['1', '2', '3', '9'], beeps: [] }],
    ['hold 4: 7 over 5-8', { over: ['5', '6', '7', '8'], beeps: [{ pad: '7' }] }],
    ['hold 4 over 5-8: 7', { over: ['5', '6', '7', '8'], beeps: [{ pad: '7' }] }],
    ['hold 4 over 5 6: none', { over: ['5', '6'], beeps: [] }],
    ['hold 4: 7 11', { over: ['1', '2', '3', '9', '7', '11'] }],
    ['4 x 1 2', { hold: '4', over: ['1', '2'], beeps: [] }],
  ])('%s', (line, draft) => {
    expect(outcomeOf(line, ...pads)).toMatchObject({ kind: 'entry', draft: { kind: 'sweep', ...draft } });
  });

  it.each([
    ['hold', /which pad is held/],
    ['hold 4:', /what beeped/],
    ['hold 4: 4', /leave it out/],
    ['hold 4: 1 | 0.9r 0.8r', /2 figures/],
    ['hold 4: 1 | x', /behind the bar stand ohms/],
    ['hold 4: 0.9r', /behind their pad/],
    ['hold 4: 7-5', /no row of pads/],
    ['hold 4?: 1', /not the name of a pad/],
    ['4 x', /did not beep/],
    ['4 x 4', /joined to itself/],
    ['pad 4', /there already/],
    ['pad 4 as 9', /pad 9 already/],
    ['pad 44 as a', /no pad 44/],
    ['beeper', /how few ohms/],
    ['beeper 0.2r 3r', /more ohms than its leads/],
  ])('declines “%s” with what is wrong', (line, message) => {
    expect(outcomeOf(line, ...pads)).toMatchObject({ kind: 'unread', message: expect.stringMatching(message) });
  });

  it('is refused when not dead, and marked where it is forced', () => {
    expect(outcomeOf('hold 4: 1', ...pads, 'live')).toMatchObject({ kind: 'unread', message: expect.stringContaining('bench is live') });
    expect(outcomeOf('4 x 1', ...pads, 'charged')).toMatchObject({ kind: 'unread', message: expect.stringContaining('bench is charged') });
    expect(outcomeOf('hold 4: 1 force', ...pads, 'live')).toMatchObject({ kind: 'entry', draft: { forced: true } });
  });

  it('puts parts on pads, and speaks of nets by them', () => {
    const entries = entriesOf('V1 5v usb on 1 2', 'R7 27r on 4 9', 'D1 led white on 5 6', 'hold 1: 4', 'hold 9: 5', 'hold 6: 2', '5 0.1v');
    const { nets, readings, tape } = replay(entries);
    expect(tape.map(({ problem }) => problem).filter(Boolean)).toEqual([]);
    expect(nets.map(({ pins }) => pins.length)).toEqual([2, 2, 2]);
    expect(readings[0]?.entry.place).toEqual({ at: 'nets', plus: 'R7.2' });
  });

  it('keeps a join of lettered nets true when the letters move on', () => {
    const lines = ['R1 10r', 'R2 10r', 'R3 10r', 'R4 10r', 'join R1.2 R2.1', 'join R3.2 R4.1', 'join A B'];
    const { nets } = replay(entriesOf(...lines));
    expect(nets.find(({ pins }) => pins.includes('R1.2'))?.pins).toEqual(['R1.2', 'R2.1', 'R3.2', 'R4.1']);
  });

  it('keeps a reading on its net when the letters move on', () => {
    const lines = ['V1 5v', 'R1 10r', 'D1 led', 'join R1.2 D1.+', 'A 2.9v', 'join V1.+ R1.1'];
    const { readings, nets } = replay(entriesOf(...lines));
    expect(readings[0]?.entry.place).toMatchObject({ plus: 'R1.2' });
    expect(nets.find(({ pins }) => pins.includes('R1.2'))?.name).toBe('B');
  });

  it('places a part before its value is known, and gives it the value later, on the same pads', () => {
    const before = [...pads, 'R7 on 4 9', 'U2 on 1 2 ? ? ? mark K7B sot23-5'];
    const seen = replay(entriesOf(...before));
    expect(seen.circuit.parts).toEqual([]);
    expect(seen.placed).toMatchObject([
      { ref: 'R7', partKind: 'resistor', pins: ['4', '9'] },
      { ref: 'U2', marking: 'K7B', package: 'sot23-5' },
    ]);
    const known = replay(entriesOf(...before, 'R7 27r'));
    expect(known.placed.map(({ ref }) => ref)).toEqual(['U2']);
    expect(known.nets.map(({ pads: on }) => on)).toEqual([['4'], ['9']]);
    const moved = replay(entriesOf(...before, 'R7 27r on 2 3'));
    expect(moved.nets.map(({ pads: on }) => on)).toEqual([['2'], ['3']]);
    expect(outcomeOf('R7 on 1 2', ...before)).toMatchObject({ kind: 'unread' });
  });

  it('reads what a part is behind its place too', () => {
    expect(outcomeOf('R7 on 4 9 red violet black gold', ...pads)).toMatchObject({ draft: { part: { ohms: 27, pins: ['4', '9'] } } });
    expect(outcomeOf('C1 on 4 9 824K 400v', ...pads)).toMatchObject({ draft: { part: { farads: 820e-9 } } });
  });

  it('keeps the copper that a pad is seen on', () => {
    expect(replay(entriesOf(...pads, 'pad 4 copper left plane')).pads[3]).toEqual({ name: '4', places: {}, copper: 'left plane' });
  });
});

describe('pads that were said to be joined', () => {
  const contradicted = (hold: string) =>
    specimenOf('pad 1', 'pad 2', 'pad 3', 'beeper 30r 0.3r', 'join 1 2', hold).continuity?.contradictions;

  it('are so no more where the beeper is silent between them, or shows more than its leads have', () => {
    expect(contradicted('hold 1: 2 | 0.3r')).toEqual([]);
    expect(contradicted('hold 1: 2')).toEqual([]);
    expect(contradicted('hold 1: 2 | 5r')).toMatchObject([{ code: 'join' }]);
    expect(contradicted('hold 1: 3')).toMatchObject([{ code: 'join' }]);
  });
});
