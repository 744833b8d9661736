import type { StageDefinition } from '../stage.ts';

export const writeUp: StageDefinition<'write-up'> = {
  stage: 'write-up',
  title: 'Write-up',
  key: 'u',
  view: async () => ({ default: (await import('./write-up-stage.tsx')).WriteUpStage }),
  fact: () => '',
};
