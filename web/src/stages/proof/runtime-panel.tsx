import { formatSignificant, RUNTIME_ENDS, type RuntimeProof } from '@mindful-probe/core';
import { lazy } from 'react';
import { ChartInView } from '../../shared/figures/chart-in-view.tsx';
import { OutcomeMark } from './outcome-mark.tsx';

const ReadingsOverHours = lazy(async () => ({ default: (await import('./readings-over-hours.tsx')).ReadingsOverHours }));

/** Light while it ran on its cells, beside what was predicted of full ones. */
export function RuntimePanel({ runtime }: { readonly runtime: RuntimeProof }) {
  const { points, hours, ranHours, predicted, low, high, outcome } = runtime;
  const say = (value: number) => (value < 2 ? `${Math.round(60 * value)} min` : `${formatSignificant(value, 2)} h`);
  const rows = points.map((point) => ({ hours: point.hours, read: 100 * point.light.value, predicted: 100 * point.predicted }));
  const words = rows.map((row) => `${say(row.hours)}: ${Math.round(row.read)} %, predicted ${Math.round(row.predicted)} %`).join('; ');
  return (
    <section aria-label="On its cells" className="mt-4 border-t border-rule pt-3" data-runtime>
      <h2 className="text-17">On its cells</h2>
      <OutcomeMark outcome={outcome} />
      <p>
        {hours === undefined ? `Watched for ${say(ranHours)}` : `${say(hours)} until ${RUNTIME_ENDS[predicted.endedBy]}`}; predicted were{' '}
        {say(predicted.hours)}, {say(low)} to {say(high)} as cells differ.
      </p>
      {points.length > 1 && (
        <ChartInView label={`Light as a share of the first reading: ${words}.`} width={420} height={150}>
          <ReadingsOverHours rows={rows} />
        </ChartInView>
      )}
    </section>
  );
}
