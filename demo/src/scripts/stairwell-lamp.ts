import type { BenchScript } from '../bench-script.ts';

/** A lamp that has grown dim over the years. */
export const stairwellLamp: BenchScript = {
  id: 'stairwell-lamp',
  name: 'Stairwell lamp, dim',
  day: '2026-07-11',
  moments: [
    ['11:05', 'claim 230v body'],
    ['11:05', 'claim 2w body'],
    ['11:12', 'step glass cover pulled off, board held by a clip'],
    ['11:20', 'V1 ac 230v 50hz on L N'],
    ['11:21', 'F1 fuse 500ma on L A'],
    ['11:23', 'C1 474 X2 275v on A B'],
    ['11:24', 'R1 mark 474 on A B'],
    ['11:26', 'B1 bridge on B C P M'],
    ['11:27', 'R2 220r 1w on C N'],
    ['11:31', 'D1-D24 led white 2835 24 series on P M'],
    ['11:40', 'it is dim'],
    ['11:46', { kind: 'state', state: 'charged' }],
    ['11:47', { kind: 'state', state: 'dead' }],
    ['11:48', 'nothing seen'],
  ],
};
