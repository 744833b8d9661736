import type { Stage } from '@mindful-probe/core';

export const STAGE_TITLES: Readonly<Record<Stage, string>> = {
  claim: 'Claim',
  'first-light': 'First light',
  opening: 'Opening',
  trace: 'Trace',
  readings: 'Readings',
  drive: 'Drive',
  rework: 'Rework',
  proof: 'Proof',
  'write-up': 'Write-up',
};
