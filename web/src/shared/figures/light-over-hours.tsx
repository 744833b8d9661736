import type { ReactNode } from 'react';
import { ComposedChart, XAxis, YAxis } from 'recharts';
import { AXIS } from './chart-axis.ts';

interface LightOverHoursProps {
  /** Light in percent of the first, under the names that the lines have. */
  readonly rows: readonly { readonly hours: number }[];
  /** Lines and marks of the chart. */
  readonly children: ReactNode;
}

/** Light against hours, from nothing to that of the beginning. */
export function LightOverHours({ rows, children }: LightOverHoursProps) {
  return (
    <ComposedChart width={420} height={150} data={[...rows]} margin={{ top: 8, right: 16, bottom: 18, left: 4 }} accessibilityLayer={false}>
      <XAxis
        {...AXIS}
        dataKey="hours"
        type="number"
        domain={[0, 'dataMax']}
        tickFormatter={(value: number) => Number(value.toPrecision(2)).toString()}
        label={{ value: 'hours', position: 'insideBottom', offset: -12, fill: 'var(--quiet)', fontSize: 12 }}
      />
      <YAxis {...AXIS} width={48} domain={[0, 100]} tickFormatter={(value: number) => `${Math.round(value)} %`} />
      {children}
    </ComposedChart>
  );
}
