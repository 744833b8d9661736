import type { BenchScript } from '../bench-script.ts';

/** Four large cells, one resistor, 24 LEDs in parallel: gentle on each, uneven by nature. */
export const barnLantern: BenchScript = {
  id: 'barn-lantern',
  name: 'Barn lantern',
  day: '2026-03-28',
  moments: [
    ['09:40', 'claim 6v body'],
    ['09:40', 'claim 10w listing'],
    ['09:41', 'claim 500lm listing'],
    ['09:50', 'in 5.61v 300ma'],
    ['09:51', 'dead'],
    ['09:55', 'step base twisted off, four cells out'],
    ['09:58', 'step three long screws, PH2'],
    ['10:02', 'step LED disc pulled out on its wires'],
    ['10:10', 'B1 4 d alkaline'],
    ['10:11', 'S1 switch on B1.+ B'],
    ['10:14', 'R1 grey red gold gold 2w on B C'],
    ['10:19', 'D1-D24 led white 5mm parallel on C B1.-'],
    ['10:31', 'R1 8.3r'],
    ['10:36', 'R1 2.51v'],
    ['10:38', 'D1-D24 3.07v'],
    ['10:44', 'Tdisc 38c after 10min'],
  ],
};
