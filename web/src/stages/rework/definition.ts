import { formatEngineering } from '@mindful-probe/core';
import type { StageDefinition } from '../stage.ts';

export const rework: StageDefinition<'rework'> = {
  stage: 'rework',
  title: 'Rework',
  key: 'w',
  view: async () => ({ default: (await import('./rework-stage.tsx')).ReworkStage }),
  fact: ({ specimen: { reworks, goal } }) =>
    reworks.at(-1)?.title ?? (goal ? `wanted ${formatEngineering(goal.chipAmps, 'amps').text}` : ''),
};
