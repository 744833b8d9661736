import { type Circuit, planWatts, type Solution, wattPlanSvg } from '@mindful-probe/core';
import { offerFile } from './offer-file.ts';

interface SaveDrawnPlanProps {
  readonly circuit: Circuit;
  readonly solution: Solution;
  readonly title: string;
}

/** The watt plan as a file of its own, made in the browser. */
export function SaveDrawnPlan({ circuit, solution, title }: SaveDrawnPlanProps) {
  const plan = planWatts(circuit, solution);
  if (!plan) return null;
  const save = () => {
    const svg = wattPlanSvg(plan, `Watt plan of ${title}`);
    offerFile(new Blob([svg], { type: 'image/svg+xml' }), `${title.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '-') || 'circuit'}-watts.svg`);
  };
  return (
    <button type="button" className="text-12 text-petrol underline" onClick={save}>
      Save the plan as SVG
    </button>
  );
}
