import { multipleText } from '../../shared/figures/figure.tsx';
import type { StageDefinition } from '../stage.ts';

export const proof: StageDefinition<'proof'> = {
  stage: 'proof',
  title: 'Proof',
  key: 'p',
  view: async () => ({ default: (await import('./proof-stage.tsx')).ProofStage }),
  fact: ({ specimen, analysis }) => {
    if (specimen.proof) return specimen.proof.verdict === 'keep' ? 'kept' : 'taken back';
    const after = analysis?.after?.ok ? analysis.after.value : undefined;
    return after?.hardest && after.measured ? multipleText(after.hardest.ratio.value) : '';
  },
};
