import { isLit } from '@mindful-probe/core';
import { multipleText } from '../../shared/figures/figure.tsx';
import { groundWords } from '../../shared/figures/ground-words.ts';
import type { StageDefinition } from '../stage.ts';

export const drive: StageDefinition<'drive'> = {
  stage: 'drive',
  title: 'Drive',
  key: 'd',
  view: async () => ({ default: (await import('./drive-stage.tsx')).DriveStage }),
  fact: ({ analysis }) => {
    if (!analysis?.found.ok || !analysis.found.value.hardest) return '';
    const { hardest } = analysis.found.value;
    if (!isLit(hardest)) return 'no current yet';
    return `${multipleText(hardest.ratio.value)} ${groundWords(analysis.found.value)}`;
  },
};
