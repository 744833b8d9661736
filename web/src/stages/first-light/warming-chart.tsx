import type { Warming } from '@mindful-probe/core';
import { CartesianGrid, ErrorBar, LabelList, Line, LineChart, XAxis, YAxis } from 'recharts';

/** Told apart without colour: plain, dashed, dotted. */
const DASHES = ['', '6 3', '2 3'];
const AXIS = { stroke: 'var(--ink)', tick: { fill: 'var(--ink)', fontSize: 12, fontFamily: 'var(--font-figures)' } };

/** Temperature against time, a line a place, each reading with its expanded uncertainty. */
export function WarmingChart({ warmings }: { readonly warmings: readonly Warming[] }) {
  const said = warmings.map(({ place, points }) => {
    const [first, last] = [points[0], points.at(-1)];
    return first && last
      ? `${place}: ${first.celsius} °C after ${round(first.minutes)} min, ${last.celsius} °C after ${round(last.minutes)} min`
      : '';
  });
  return (
    <figure className="pt-2">
      <div role="img" aria-label={`Temperature against time. ${said.join('; ')}`}>
        {/* The chart's own parts would each take a Tab. */}
        <div inert>
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
        </div>
      </div>
    </figure>
  );
}

function round(minutes: number): number {
  return Number(minutes.toPrecision(3));
}
