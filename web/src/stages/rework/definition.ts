import { sayWanted } from '@mindful-probe/core';
import type { StageDefinition } from '../stage.ts';

export const rework: StageDefinition<'rework'> = {
  stage: 'rework',
  title: 'Rework',
  key: 'w',
  view: async () => ({ default: (await import('./rework-stage.tsx')).ReworkStage }),
  fact: ({ specimen: { reworks, state, goal } }) => reworks[state - 1]?.title ?? (goal ? `wanted ${sayWanted(goal)}` : ''),
};
