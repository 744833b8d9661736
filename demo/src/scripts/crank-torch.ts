import type { BenchScript } from '../bench-script.ts';

/** A crank that fills a store: how long for first light, how long it lasts, and a store that is driven past its volts. */
export const crankTorch: BenchScript = {
  id: 'hillside-crank-torch',
  name: 'Hillside crank torch',
  day: '2026-06-13',
  moments: [
    ['09:12', 'claim 1w box'],
    ['09:13', 'claim 30min box'],
    ['09:20', 'step two screws under the grip, PH0; the crank comes off with its gear'],
    ['09:31', 'V1 crank 40hz 6.8v 3.1v @ 22r on L N'],
    ['09:36', 'B1 bridge schottky on L N P M'],
    ['09:38', 'C1 1F 5.5v 2r on P M'],
    ['09:40', 'R1 brown black brown gold on P A'],
    ['09:41', 'D1 led white 5mm on A M'],
    ['09:44', 'R1 101r'],
    ['09:58', 'R1 3.15v'],
    ['09:59', 'D1 3.23v'],
    ['10:02', 'note turned at two turns a second, by the light of the metronome'],
  ],
};
