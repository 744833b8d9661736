import type { RunningSoak } from '@mindful-probe/core';
import { Area, ComposedChart, Line, ReferenceLine, Scatter, XAxis, YAxis } from 'recharts';
import { AXIS } from '../figures/chart-axis.ts';
import { clockAt } from './clock.ts';

/** Readings of a soak, where they lead within their band, the limit, and when to read next. */
export function SoakChart({ soak: { item, band, times }, started }: { readonly soak: RunningSoak; readonly started: string }) {
  const points = item.soak?.points ?? [];
  const limit = item.soak?.limitCelsius;
  const rows = band.map(({ seconds, low, middle, high }) => ({ minutes: seconds / 60, band: [low, high], middle }));
  const next = times?.seconds.map((seconds) => ({ minutes: seconds / 60, next: middleAt(rows, seconds / 60) })) ?? [];
  const read = points.map(({ seconds, celsius }) => ({ minutes: seconds / 60, read: celsius }));
  const highest = Math.max(...read.map((one) => one.read), limit ?? 0, ...rows.map(({ middle }) => middle), 30);
  const lowest = Math.min(...read.map((one) => one.read), 20);
  return (
    <ComposedChart width={400} height={160} margin={{ top: 8, right: 24, bottom: 4, left: 0 }} accessibilityLayer={false}>
      <XAxis
        {...AXIS}
        dataKey="minutes"
        type="number"
        domain={[0, item.minutes]}
        tickFormatter={(minutes: number) => clockAt(started, minutes)}
        allowDuplicatedCategory={false}
      />
      <YAxis {...AXIS} width={44} domain={[Math.floor(lowest / 10) * 10, Math.ceil((highest + 2) / 10) * 10]} allowDataOverflow unit="°" />
      <Area data={rows} dataKey="band" stroke="none" fill="var(--rule)" isAnimationActive={false} />
      <Line data={rows} dataKey="middle" stroke="var(--ink)" strokeWidth={1.5} dot={false} isAnimationActive={false} />
      {limit !== undefined && (
        <ReferenceLine
          y={limit}
          stroke="var(--brick)"
          strokeWidth={1.5}
          label={{ value: `limit ${limit} °C`, position: 'insideBottomLeft', fill: 'var(--brick)', fontSize: 12 }}
        />
      )}
      <Scatter data={read} dataKey="read" fill="var(--ink)" isAnimationActive={false} />
      <Scatter data={next} dataKey="next" fill="var(--sheet)" stroke="var(--petrol)" strokeWidth={2} isAnimationActive={false} />
    </ComposedChart>
  );
}

function middleAt(rows: readonly { readonly minutes: number; readonly middle: number }[], minutes: number): number | undefined {
  return rows.find((row) => row.minutes >= minutes)?.middle;
}
