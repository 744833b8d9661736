import type { BenchScript } from '../bench-script.ts';

/** Two transistors that take turns: a flasher, whose meter readings are averages. */
export const treeOrnament: BenchScript = {
  id: 'flashing-tree-ornament',
  name: 'Flashing tree ornament',
  day: '2026-06-13',
  moments: [
    ['10:31', 'claim 14 days box'],
    ['10:34', 'step felt base cut open along its seam'],
    ['10:40', 'B1 3 aa alkaline on P M'],
    ['10:42', 'R1 brown black red gold on P E1'],
    ['10:43', 'R2 yellow violet orange gold on P B2'],
    ['10:43', 'R3 yellow violet orange gold on P B1'],
    ['10:44', 'R4 brown black brown gold on P K'],
    ['10:45', 'D1 led red 5mm on K E2'],
    ['10:47', 'C1 10uf 16v on E1 B2'],
    ['10:47', 'C2 10uf 16v on E2 B1'],
    ['10:50', 'Q1 npn on E1 B1 M'],
    ['10:50', 'Q2 npn on E2 B2 M'],
    ['10:58', 'in 4.38v 7.9ma'],
  ],
};
