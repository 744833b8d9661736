import { planWatts, wattPlanSvg } from '@mindful-probe/core';
import type { SolvedState } from './watt-plan-view.tsx';

/** The watt plan as one SVG document; undefined where no current flows. */
export function drawnPlan({ circuit, solution, arrangements }: SolvedState, title: string): string | undefined {
  const plan = planWatts(circuit, solution, arrangements);
  return plan && wattPlanSvg(plan, title);
}
