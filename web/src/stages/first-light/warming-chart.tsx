import type { Warming } from '@mindful-probe/core';
import { CartesianGrid, ErrorBar, LabelList, Line, LineChart, XAxis, YAxis } from 'recharts';
import { AXIS } from '../../shared/figures/chart-axis.ts';

/** Told apart without colour: plain, dashed, dotted. */
const DASHES = ['', '6 3', '2 3'];

/** Temperature against time, a line a place, each reading with its expanded uncertainty. */
export function WarmingChart({ warmings }: { readonly warmings: readonly Warming[] }) {
  return (
    <LineChart width={420} height={190} margin={{ top: 12, right: 64, bottom: 18, left: 4 }} accessibilityLayer={false}>
      <CartesianGrid stroke="var(--rule)" vertical={false} />
      <XAxis
        {...AXIS}
        dataKey="minutes"
        type="number"
        domain={[0, 'dataMax']}
        allowDuplicatedCategory={false}
        label={{ value: 'minutes with power', position: 'insideBottom', offset: -12, fill: 'var(--quiet)', fontSize: 12 }}
      />
      <YAxis {...AXIS} width={40} domain={['auto', 'auto']} unit="°" />
      {warmings.map(({ place, points }, index) => (
        <Line
          key={place}
          data={[...points]}
          dataKey="celsius"
          name={place}
          isAnimationActive={false}
          stroke="var(--ink)"
          strokeWidth={1.5}
          strokeDasharray={DASHES[index % DASHES.length] ?? ''}
          dot={{ r: 3, fill: 'var(--ink)', strokeDasharray: '' }}
        >
          <ErrorBar dataKey="plusMinus" direction="y" width={5} stroke="var(--ink)" />
          <LabelList
            dataKey="minutes"
            position="right"
            offset={8}
            fill="var(--ink)"
            fontSize={12}
            formatter={(minutes) => (minutes === points.at(-1)?.minutes ? place : '')}
          />
        </Line>
      ))}
    </LineChart>
  );
}
