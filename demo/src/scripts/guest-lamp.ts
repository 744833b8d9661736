import type { BenchScript } from '../bench-script.ts';

/** A lamp for the mains of another country: not powered here, traced dead, and asked what it would take. */
export const guestLamp: BenchScript = {
  id: 'guest-room-lamp',
  name: 'Guest-room lamp from abroad',
  day: '2026-06-27',
  moments: [
    ['10:02', 'claim 120v body'],
    ['10:02', 'claim 60hz body'],
    ['10:03', 'claim 2w body'],
    ['10:05', 'note Bought on a journey. Nobody has plugged it in here, and nobody does before it is changed.'],
    ['10:09', 'step collar unscrewed, driver slid out'],
    ['10:12', { kind: 'fact', name: 'case', value: 'plastic' }],
    ['10:18', 'V1 ac 120v 60hz on L N'],
    ['10:20', 'R1 22r 1w on L A'],
    ['10:22', 'C1 105 250v on A B'],
    ['10:24', 'B1 bridge on B N P M'],
    ['10:26', 'C2 4.7uF 160v on P M'],
    ['10:27', 'R2 mark 474 on P M'],
    ['10:31', 'D1 led white 2835 16 series on P M'],
    ['10:38', 'R1 21.8r'],
    [
      '10:44',
      { kind: 'goal', wanted: { led: 'D1', aim: 'none', supply: { kind: 'ac', voltsRms: 230, hertz: 50 }, limits: { partShare: 0.8 } } },
    ],
  ],
};
