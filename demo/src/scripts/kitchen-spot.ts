import type { BenchScript } from '../bench-script.ts';

/** Eight in a ring around one in the middle, as on most boards of a spot. */
const RING = Array.from({ length: 9 }, (_, index): [number, number] => {
  if (index === 8) return [0.5, 0.5];
  const angle = (index / 8) * 2 * Math.PI;
  return [Number((0.5 - 0.4 * Math.cos(angle)).toFixed(3)), Number((0.5 - 0.4 * Math.sin(angle)).toFixed(3))];
});

/** A spot lamp that stays dark and lit once when it was knocked: half-way through looking for the fault. */
export const kitchenSpot: BenchScript = {
  id: 'kitchen-spot',
  name: 'Kitchen spot lamp, dead',
  day: '2026-07-11',
  moments: [
    ['09:40', 'claim 230v body'],
    ['09:40', 'claim 5w body'],
    ['09:41', 'claim 400lm box'],
    ['09:52', 'step front lens levered off all round, board held by two screws'],
    ['09:58', 'V1 ac 230v 50hz on L N'],
    ['09:59', 'K1 switch on L A'],
    ['09:59', 'note K1 is the crimp on the brown wire.'],
    ['10:00', 'R1 100r 1w on A B'],
    ['10:02', 'C1 105 X2 275v on B C'],
    ['10:03', 'R3 mark 105 on B C'],
    ['10:05', 'B1 bridge on C N P M'],
    ['10:09', 'D1-D9 led white 2835 18 series on P M'],
    ['10:09', { kind: 'seats', ref: 'D1-D9', points: RING, aspect: 1 }],
    ['10:20', 'in 231v 0ma 0w'],
    ['10:20', 'it does not light'],
    ['10:22', 'it comes back when knocked'],
    ['10:24', { kind: 'state', state: 'charged' }],
    ['10:25', 'C1 0.2v'],
    ['10:25', { kind: 'state', state: 'dead' }],
    ['10:31', 'D5 dark spot'],
    ['10:34', 'R1 100.4r'],
    ['10:36', 'R3 1.01Mr'],
    ['10:41', 'B1 0.55v @ 1ma'],
    ['10:46', 'D1-D4 light'],
    ['10:48', 'D6 5.45v @ 5ma'],
    ['10:50', 'D7 dim'],
  ],
};
