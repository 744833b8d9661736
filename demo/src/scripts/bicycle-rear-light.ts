import type { BenchScript } from '../bench-script.ts';

/** Two cells, one resistor for three red LEDs. Opened and being traced: the last LED is not joined yet. */
export const bicycleRearLight: BenchScript = {
  id: 'bicycle-rear-light',
  name: 'Bicycle rear light',
  day: '2026-03-21',
  moments: [
    ['11:01', 'claim 0.5w box'],
    ['11:02', 'claim 60h box'],
    ['11:07', 'step red lens unscrewed by hand, a quarter turn'],
    ['11:09', 'step two cells out, contact spring jumps'],
    ['11:15', 'B1 2 aaa alkaline'],
    ['11:17', 'R1 brown black black gold on B1.+ B'],
    ['11:19', 'D1 led red 5mm on B B1.-'],
    ['11:20', 'D2 led red 5mm on B B1.-'],
    ['11:21', 'D3 led red 5mm'],
  ],
};
