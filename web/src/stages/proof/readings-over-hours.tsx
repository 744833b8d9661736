import { Line, Scatter } from 'recharts';
import { LightOverHours } from '../../shared/figures/light-over-hours.tsx';

interface ReadingsOverHoursProps {
  /** Percent of the first reading. */
  readonly rows: readonly { readonly hours: number; readonly read: number; readonly predicted: number }[];
}

/** Light as it was read, beside what was predicted. */
export function ReadingsOverHours({ rows }: ReadingsOverHoursProps) {
  return (
    <LightOverHours rows={rows}>
      <Line dataKey="predicted" isAnimationActive={false} dot={false} stroke="var(--quiet)" strokeDasharray="3 3" strokeWidth={1.5} />
      <Scatter dataKey="read" fill="var(--ink)" isAnimationActive={false} />
    </LightOverHours>
  );
}
