import type { BenchScript } from '../bench-script.ts';

/** A torch that is dim on new cells: its spring has rusted. */
export const shedTorch: BenchScript = {
  id: 'shed-torch',
  name: 'Shed torch, dim on new cells',
  day: '2026-07-11',
  moments: [
    ['12:02', 'claim 4.5v body'],
    ['12:09', 'step head unscrewed, bulb holder lifted out'],
    ['12:14', 'B1 3 aaa alkaline on A G'],
    ['12:15', 'S1 switch on A B'],
    ['12:16', 'R1 1.5r on B C'],
    ['12:18', 'D1 led white 3535 on C G'],
    ['12:20', { kind: 'state', state: 'live' }],
    ['12:21', 'it is dim'],
  ],
};
