import { type Beam, candelaAt } from '@mindful-probe/core';
import { ComposedChart, Line, ReferenceLine, Scatter, XAxis, YAxis } from 'recharts';
import { AXIS } from '../../shared/figures/chart-axis.ts';

const STEPS = 60;

/** Candela against the angle off the axis, as read and between. */
export function BeamChart({ beam }: { readonly beam: Beam }) {
  const { readTo, peak, points } = beam;
  const drawn = Array.from({ length: STEPS + 1 }, (_, index) => {
    const degrees = (readTo * index) / STEPS;
    return { degrees, candela: candelaAt(beam, degrees) };
  });
  const read = points.map(({ degrees, candela }) => ({ degrees, read: candela.value }));
  return (
    <ComposedChart width={420} height={150} data={drawn} margin={{ top: 8, right: 16, bottom: 18, left: 4 }} accessibilityLayer={false}>
      <XAxis
        {...AXIS}
        dataKey="degrees"
        type="number"
        domain={[0, readTo]}
        label={{ value: 'degrees off the axis', position: 'insideBottom', offset: -12, fill: 'var(--quiet)', fontSize: 12 }}
      />
      <YAxis {...AXIS} width={72} domain={[0, 'auto']} unit=" cd" />
      <ReferenceLine y={0.5 * peak.candela.value} stroke="var(--quiet)" strokeDasharray="1.5 3" />
      <Line dataKey="candela" isAnimationActive={false} dot={false} stroke="var(--ink)" strokeWidth={1.5} />
      <Scatter data={read} dataKey="read" fill="var(--ink)" isAnimationActive={false} />
    </ComposedChart>
  );
}
