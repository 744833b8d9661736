import type { WriteUpSectionId } from '../tape/index.ts';
import type { SlipSectionId } from './block.ts';

export const SECTION_TITLES: Readonly<Record<WriteUpSectionId, string>> = {
  claim: 'What it claims',
  'first-light': 'First light',
  opening: 'Opening',
  trace: 'Circuit',
  readings: 'Readings',
  drive: 'How hard it is driven',
  findings: 'Findings',
  diagnosis: 'What was broken',
  rework: 'Rework',
  proof: 'Proof',
  'write-up': 'Verdict',
  unknown: 'What stayed unknown',
};

export const SLIP_TITLES: Readonly<Record<SlipSectionId, string>> = {
  'slip-wrong': 'What was wrong',
  'slip-done': 'What was done',
  'slip-watch': 'What to watch',
  'slip-not': 'What not to do',
};
