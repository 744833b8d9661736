import type { Runtime } from '@mindful-probe/core';
import { Line, ReferenceLine } from 'recharts';
import { LightOverHours } from '../../shared/figures/light-over-hours.tsx';

/** Light against time on one set of cells, with half of it. */
export function RuntimeChart({ runtime: { points } }: { readonly runtime: Runtime }) {
  return (
    <LightOverHours rows={points.map(({ hours, light }) => ({ hours, light: 100 * light }))}>
      <ReferenceLine y={50} stroke="var(--quiet)" strokeDasharray="1.5 3" />
      <Line dataKey="light" isAnimationActive={false} dot={false} stroke="var(--ink)" strokeWidth={1.5} />
    </LightOverHours>
  );
}
