import type { BenchScript } from '../bench-script.ts';

/** Five LEDs in parallel on three cells and a low resistor: hard on fresh cells. One reading so far. */
export const threeCellHeadlamp: BenchScript = {
  id: 'three-cell-headlamp',
  name: 'Three-cell headlamp',
  day: '2026-03-14',
  moments: [
    ['10:05', 'claim 3w box'],
    ['10:05', 'claim 1000lm listing'],
    ['10:06', 'claim 4.5v body'],
    ['10:12', 'in 4.22v'],
    ['10:12', 'lux 210 @ 1m'],
    ['10:12', 'lux 118 @ 1m 12deg'],
    ['10:13', 'lux 14 @ 1m 35deg'],
    ['10:13', 'beam a ring around the spot'],
    ['10:13', 'dead'],
    ['10:15', 'step three cells out, lid with a coin'],
    ['10:17', 'step four screws, PH1, from behind'],
    ['10:24', 'B1 3 aaa alkaline'],
    ['10:25', 'S1 switch on B1.+ B'],
    ['10:27', 'R1 green blue gold gold on B C'],
    ['10:29', 'D1-D5 led white 5mm parallel on C B1.-'],
    ['10:38', 'R1 5.7r'],
  ],
};
