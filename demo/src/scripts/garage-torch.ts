import type { BenchScript } from '../bench-script.ts';

/** A torch of three steps: two read, the third chopped. */
export const garageTorch: BenchScript = {
  id: 'garage-torch',
  name: 'Garage torch',
  day: '2026-07-11',
  moments: [
    ['11:02', 'claim 3w listing'],
    ['11:03', 'claim 300lm listing'],
    ['11:10', 'step head unscrewed, board held by one ring'],
    ['11:16', 'B1 3 aaa alkaline on P G'],
    ['11:18', 'U1 sink 350ma 0.3v on M G'],
    ['11:20', 'D1 led white 3535 rated 700ma on P M'],
    ['11:24', 'mode half'],
    ['11:26', 'mode low 12% 180hz'],
    ['11:33', 'in 4.31v 362ma'],
    ['11:34', 'D1 3.06v'],
    ['11:37', 'in 4.42v 181ma mode half'],
    ['11:40', 'in 4.47v 44ma mode low'],
    ['11:42', 'note steps follow each other at each press'],
  ],
};
