import { type Appraisal, ledCurrentSum, resistorWattsSum, type Stress, stressSum, suppliedSum } from '@mindful-probe/core';
import { SumView } from './sum-view.tsx';

interface SumProps {
  readonly appraisal: Appraisal;
}

/** From what was read to a LED's current. */
export function LedCurrentSum({ appraisal, led }: SumProps & { readonly led: string }) {
  return <SumView sum={ledCurrentSum(appraisal, led)} />;
}

/** What a resistor dissipates. */
export function ResistorWattsSum({ appraisal, resistor }: SumProps & { readonly resistor: string }) {
  return <SumView sum={resistorWattsSum(appraisal, resistor)} />;
}

/** What the supply delivers, and where it goes. */
export function SuppliedSum({ appraisal }: SumProps) {
  return <SumView sum={suppliedSum(appraisal)} />;
}

/** A part's figure against its rating. */
export function StressSum({ appraisal, stress }: SumProps & { readonly stress: Stress }) {
  return <SumView sum={stressSum(appraisal, stress)} />;
}
