import { sayObservation, symptomsOf } from '@mindful-probe/core';
import type { StageDefinition } from '../stage.ts';

export const readings: StageDefinition<'readings'> = {
  stage: 'readings',
  title: 'Readings',
  key: 'r',
  view: async () => ({ default: (await import('./readings-stage.tsx')).ReadingsStage }),
  fact: ({ analysis, specimen }) => {
    const [symptom] = symptomsOf(specimen);
    if (symptom) return sayObservation(symptom);
    if (!analysis?.found.ok) return '';
    const { slots } = analysis.found.value;
    const off = slots.filter(({ fits }) => !fits).length;
    if (off > 0) return `${off} ${off === 1 ? 'does' : 'do'} not fit`;
    return `${slots.filter(({ read }) => read).length} of ${slots.length} slots`;
  },
};
