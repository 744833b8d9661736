import { formatEngineering } from '@mindful-probe/core';
import type { StageDefinition } from '../stage.ts';

export const firstLight: StageDefinition<'first-light'> = {
  stage: 'first-light',
  title: 'First light',
  key: 'f',
  view: async () => ({ default: (await import('./first-light-stage.tsx')).FirstLightStage }),
  fact: ({ specimen }) => {
    const figures = specimen.readings.find(({ entry }) => entry.place.at === 'in')?.entry.figures ?? [];
    return figures.map(({ value, unit }) => formatEngineering(value, unit).text).join(', ');
  },
};
