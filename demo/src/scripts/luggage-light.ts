import type { BenchScript } from '../bench-script.ts';

/** Two coin cells and one red LED in a strap: hard on its LED while they are fresh. */
export const luggageLight: BenchScript = {
  id: 'suitcase-strap-light',
  name: 'Suitcase strap light',
  day: '2026-07-04',
  moments: [
    ['09:06', 'claim 6v body'],
    ['09:07', 'claim 20h box'],
    ['09:12', 'step lid turned with a coin; two cells on each other'],
    ['09:15', 'B1 2 cr2016 on P G'],
    ['09:16', 'S1 switch on P S'],
    ['09:18', 'R1 brown black brown gold on S A'],
    ['09:19', 'D1 led red 5mm on A G'],
    ['09:24', 'R1 99.6r'],
    ['09:26', 'B1 6.21v open'],
    ['09:31', 'R1 2.71v'],
    ['09:32', 'D1 1.98v'],
    ['09:34', 'note cells counted back into their box'],
  ],
};
