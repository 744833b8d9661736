import type { BenchScript } from '../bench-script.ts';

/** Thirty groups along three metres of thin tape: the far end is dimmer. */
export const shelfStrip: BenchScript = {
  id: 'display-shelf-strip',
  name: 'Display shelf strip',
  day: '2026-07-11',
  moments: [
    ['09:40', 'claim 12v box'],
    ['09:41', 'claim 14.4w listing'],
    ['09:52', 'V1 adapter 12v 2a on P G'],
    ['10:03', 'strip 30 x 3 led white 5050 150r 3m 0.09r on P G'],
    ['10:15', 'in 12.14v 0.56a'],
    ['10:18', 'D1 9.34v'],
    ['10:20', 'D16 9.27v'],
    ['10:22', 'R1 2.80v'],
    ['10:24', 'note read between the cut marks, the tape still on its rail'],
  ],
};
