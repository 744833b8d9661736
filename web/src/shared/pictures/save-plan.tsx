import { useState } from 'react';
import { offerFile } from './offer-file.ts';
import type { SolvedState } from './watt-plan-view.tsx';

interface SaveDrawnPlanProps {
  readonly state: SolvedState;
  readonly title: string;
}

/** The watt plan as a file of its own, made in the browser; what draws it is fetched when it is asked for. */
export function SaveDrawnPlan({ state, title }: SaveDrawnPlanProps) {
  const [problem, setProblem] = useState<string>();
  const save = async () => {
    try {
      const { drawnPlan } = await import('./drawn-plan.ts');
      const svg = drawnPlan(state, `Watt plan of ${title}`);
      setProblem(svg === undefined ? 'No current flows, so there is no plan.' : undefined);
      const name = title.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '-') || 'circuit';
      if (svg !== undefined) offerFile(new Blob([svg], { type: 'image/svg+xml' }), `${name}-watts.svg`);
    } catch {
      setProblem('It could not be made: the server does not answer.');
    }
  };
  return (
    <>
      <button type="button" className="text-12 text-petrol underline" onClick={() => void save()}>
        Save the plan as SVG
      </button>
      {problem !== undefined && (
        <span role="alert" className="ml-2 text-12 text-brick">
          {problem}
        </span>
      )}
    </>
  );
}
