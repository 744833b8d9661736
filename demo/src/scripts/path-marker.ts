import type { BenchScript } from '../bench-script.ts';

/** One cell and a step-up chip: what a converter takes grows as its cell goes down. */
export const pathMarker: BenchScript = {
  id: 'garden-path-marker',
  name: 'Garden path marker',
  day: '2026-06-13',
  moments: [
    ['11:20', 'claim 8h box'],
    ['11:22', 'step spike pulled off, lid turned to the left'],
    ['11:27', 'B1 aa nimh 600mah on P M'],
    ['11:30', 'U1 boost 3.3v limit 8ma 75% in 0.9v on P M O M'],
    ['11:33', 'R1 1r on O Q'],
    ['11:34', 'D1 led white 5mm on Q M'],
    ['11:41', 'B1 1.304v'],
    ['11:42', 'R1 8.2mv'],
    ['11:43', 'D1 2.94v'],
  ],
};
