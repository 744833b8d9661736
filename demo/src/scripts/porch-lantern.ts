import type { BenchScript } from '../bench-script.ts';

/** On the bench while the demo runs: its cells are charging, and its lens is glued. */
export const porchLantern: BenchScript = {
  id: 'porch-lantern',
  name: 'Porch lantern',
  day: '2026-06-20',
  isOnTheBench: true,
  moments: [
    ['13:20', 'claim 3.6v body'],
    ['13:21', 'in 3.75v 42ma'],
    ['13:22', 'dead'],
    ['13:24', 'B1 3 aa nimh on P M'],
    ['13:25', 'R1 mark 120 on P A'],
    ['13:25', 'D1 led white on A M'],
    ['13:31', 'step lens broken out of its ring; glued in again'],
    ['13:33', 'charge 2h'],
    ['14:04', 'glue 30min'],
    ['14:17', 'again in 4 weeks: whether the glue held'],
  ],
};
