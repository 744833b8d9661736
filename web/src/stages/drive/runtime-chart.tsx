import { csvText, type Runtime } from '@mindful-probe/core';
import { Line, LineChart, ReferenceLine, XAxis, YAxis } from 'recharts';
import { offerFile } from '../../shared/pictures/offer-file.ts';

const AXIS = { stroke: 'var(--ink)', tick: { fill: 'var(--ink)', fontSize: 12, fontFamily: 'var(--font-figures)' } };

/** A running time as CSV: SI, but hours and shares of the first light. */
export function runtimeCsv({ points }: Runtime): string {
  const figures = points.map(({ hours, charge, cellVolts, packAmps, chipAmps, light }) =>
    [hours, charge, cellVolts, packAmps, chipAmps, light].map((value) => value.toPrecision(6)),
  );
  return csvText([['hours', 'charge (share)', 'a cell (V)', 'pack (A)', 'a chip (A)', 'light (share of the first)'], ...figures]);
}

/** Light against time on one set of cells. */
export function RuntimeChart({ runtime }: { readonly runtime: Runtime }) {
  const { points, hours } = runtime;
  const rows = points.map((point) => ({ hours: point.hours, light: 100 * point.light }));
  const half = rows.find(({ hours: at }) => at >= hours / 2);
  return (
    <>
      <div
        role="img"
        aria-label={`Light over time: 100 % at first, ${Math.round(half?.light ?? 0)} % half-way, ${Math.round(rows.at(-1)?.light ?? 0)} % at the end.`}
      >
        <div inert>
          <LineChart width={420} height={150} data={rows} margin={{ top: 8, right: 16, bottom: 18, left: 4 }} accessibilityLayer={false}>
            <XAxis
              {...AXIS}
              dataKey="hours"
              type="number"
              domain={[0, 'dataMax']}
              tickFormatter={(value: number) => Number(value.toPrecision(2)).toString()}
              label={{ value: 'hours', position: 'insideBottom', offset: -12, fill: 'var(--quiet)', fontSize: 12 }}
            />
            <YAxis {...AXIS} width={48} domain={[0, 100]} unit=" %" />
            <ReferenceLine y={50} stroke="var(--quiet)" strokeDasharray="1.5 3" />
            <Line dataKey="light" isAnimationActive={false} dot={false} stroke="var(--ink)" strokeWidth={1.5} />
          </LineChart>
        </div>
      </div>
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
