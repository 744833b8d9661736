import type { Runtime } from '@mindful-probe/core';
import { lazy } from 'react';
import { ChartInView } from '../../shared/figures/chart-in-view.tsx';
import { SaveCsv } from '../../shared/pictures/save-csv.tsx';

const RuntimeChart = lazy(async () => ({ default: (await import('./runtime-chart.tsx')).RuntimeChart }));

/** Light against time on one set of cells, also to be saved. */
export function RuntimeView({ runtime }: { readonly runtime: Runtime }) {
  const { points, hours } = runtime;
  const half = points.find(({ hours: at }) => at >= hours / 2);
  const percent = (light = 0) => Math.round(100 * light);
  return (
    <>
      <ChartInView
        label={`Light over time: 100 % at first, ${percent(half?.light)} % half-way, ${percent(points.at(-1)?.light)} % at the end.`}
        width={420}
        height={150}
      >
        <RuntimeChart runtime={runtime} />
      </ChartInView>
      <SaveCsv name="runtime.csv" text={async () => (await import('./runtime-table.ts')).runtimeCsv(runtime)} />
    </>
  );
}
