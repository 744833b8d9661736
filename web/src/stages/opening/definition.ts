import { plural, type StageDefinition } from '../stage.ts';

export const opening: StageDefinition<'opening'> = {
  stage: 'opening',
  title: 'Opening',
  key: 'o',
  view: async () => ({ default: (await import('./opening-stage.tsx')).OpeningStage }),
  fact: ({ specimen }) => (specimen.steps.length === 0 ? '' : plural(specimen.steps.length, 'step')),
};
