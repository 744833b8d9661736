import { type Runtime, runtimeCsv } from '@mindful-probe/core';
import { Line, ReferenceLine } from 'recharts';
import { LightOverHours } from '../../shared/figures/light-over-hours.tsx';
import { offerFile } from '../../shared/pictures/offer-file.ts';

/** Light against time on one set of cells. */
export function RuntimeChart({ runtime }: { readonly runtime: Runtime }) {
  const { points, hours } = runtime;
  const rows = points.map((point) => ({ hours: point.hours, light: 100 * point.light }));
  const half = rows.find(({ hours: at }) => at >= hours / 2);
  return (
    <>
      <LightOverHours
        rows={rows}
        label={`Light over time: 100 % at first, ${Math.round(half?.light ?? 0)} % half-way, ${Math.round(rows.at(-1)?.light ?? 0)} % at the end.`}
      >
        <ReferenceLine y={50} stroke="var(--quiet)" strokeDasharray="1.5 3" />
        <Line dataKey="light" isAnimationActive={false} dot={false} stroke="var(--ink)" strokeWidth={1.5} />
      </LightOverHours>
      <button
        type="button"
        className="text-12 text-petrol underline"
        onClick={() => offerFile(new Blob([runtimeCsv(runtime)], { type: 'text/csv' }), 'runtime.csv')}
      >
        Save as CSV
      </button>
    </>
  );
}
