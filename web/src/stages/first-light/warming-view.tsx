import type { Warming } from '@mindful-probe/core';
import { lazy } from 'react';
import { ChartInView } from '../../shared/figures/chart-in-view.tsx';

const WarmingChart = lazy(async () => ({ default: (await import('./warming-chart.tsx')).WarmingChart }));

/** How warm each place became, by time with power. */
export function WarmingView({ warmings }: { readonly warmings: readonly Warming[] }) {
  const said = warmings.map(({ place, points }) => {
    const [first, last] = [points[0], points.at(-1)];
    return first && last
      ? `${place}: ${first.celsius} °C after ${round(first.minutes)} min, ${last.celsius} °C after ${round(last.minutes)} min`
      : '';
  });
  return (
    <figure className="pt-2">
      <ChartInView label={`Temperature against time. ${said.join('; ')}`} width={420} height={190}>
        <WarmingChart warmings={warmings} />
      </ChartInView>
    </figure>
  );
}

function round(minutes: number): number {
  return Number(minutes.toPrecision(3));
}
