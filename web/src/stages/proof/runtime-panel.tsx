import { formatSignificant, RUNTIME_ENDS, type RuntimeProof } from '@mindful-probe/core';
import { ComposedChart, Line, Scatter, XAxis, YAxis } from 'recharts';
import { OutcomeMark } from './outcome-mark.tsx';

const AXIS = { stroke: 'var(--ink)', tick: { fill: 'var(--ink)', fontSize: 12, fontFamily: 'var(--font-figures)' } };

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
        <div role="img" aria-label={`Light as a share of the first reading: ${words}.`}>
          <div inert>
            <ComposedChart
              width={420}
              height={150}
              data={rows}
              margin={{ top: 8, right: 16, bottom: 18, left: 4 }}
              accessibilityLayer={false}
            >
              <XAxis
                {...AXIS}
                dataKey="hours"
                type="number"
                domain={[0, 'dataMax']}
                tickFormatter={(value: number) => Number(value.toPrecision(2)).toString()}
                label={{ value: 'hours', position: 'insideBottom', offset: -12, fill: 'var(--quiet)', fontSize: 12 }}
              />
              <YAxis {...AXIS} width={48} domain={[0, 100]} unit=" %" />
              <Line
                dataKey="predicted"
                isAnimationActive={false}
                dot={false}
                stroke="var(--quiet)"
                strokeDasharray="3 3"
                strokeWidth={1.5}
              />
              <Scatter dataKey="read" fill="var(--ink)" isAnimationActive={false} />
            </ComposedChart>
          </div>
        </div>
      )}
    </section>
  );
}
