import { doubtsOf, sayClaim } from '@mindful-probe/core';
import { mainsSetting } from '../../shared/data/mains-setting.ts';
import type { StageDefinition } from '../stage.ts';

export const claim: StageDefinition<'claim'> = {
  stage: 'claim',
  title: 'Claim',
  key: 'c',
  view: async () => ({ default: (await import('./claim-stage.tsx')).ClaimStage }),
  fact: ({ specimen }) => {
    const doubts = doubtsOf(specimen, mainsSetting()).filter(({ severity }) => severity === 'impossible').length;
    if (doubts > 0) return `${doubts} cannot be`;
    return specimen.claims
      .filter(({ field }) => field === 'watts' || field === 'lumens' || field === 'volts')
      .slice(0, 2)
      .map(sayClaim)
      .join(', ');
  },
};
