import { formatEngineering, type GeneratorPower, type StoreDetails } from '@mindful-probe/core';
import { Line, LineChart, ReferenceLine, XAxis, YAxis } from 'recharts';
import { AXIS } from '../../shared/figures/chart-axis.ts';
import { sayTime } from './source-words.ts';

const LABEL = { position: 'insideBottom', offset: -12, fill: 'var(--quiet)', fontSize: 12 } as const;

/** Power of a generator against its load, with the load that it has. */
export function GeneratorChart({ power: { curve, best, now } }: { readonly power: GeneratorPower }) {
  const ticks = [curve[0]?.loadOhms ?? 0, best.loadOhms, curve.at(-1)?.loadOhms ?? 0];
  return (
    <LineChart width={460} height={150} data={[...curve]} margin={{ top: 8, right: 48, bottom: 18, left: 4 }} accessibilityLayer={false}>
      <XAxis
        {...AXIS}
        dataKey="loadOhms"
        type="number"
        scale="log"
        domain={['dataMin', 'dataMax']}
        ticks={ticks}
        tickFormatter={(value: number) => formatEngineering(value, 'ohms', 2).text}
        label={{ value: 'load', ...LABEL }}
      />
      <YAxis
        {...AXIS}
        width={64}
        ticks={[0, best.watts]}
        domain={[0, best.watts]}
        tickFormatter={(value: number) => formatEngineering(value, 'watts', 2).text}
      />
      <ReferenceLine x={now.loadOhms} stroke="var(--petrol)" strokeDasharray="3 3" />
      <Line dataKey="watts" isAnimationActive={false} dot={false} stroke="var(--ink)" strokeWidth={1.5} />
    </LineChart>
  );
}

/** Volts of a store while it fills, and while it lights without its source. */
export function StoreChart({ store: { filling, runOn, ratedVolts } }: { readonly store: StoreDetails }) {
  const filled = filling.at(-1)?.seconds ?? 0;
  const rows = [
    ...filling.map(({ seconds, volts }) => ({ seconds, volts })),
    ...(runOn?.points ?? []).map(({ seconds, volts }) => ({ seconds: filled + seconds, volts })),
  ];
  const end = rows.at(-1)?.seconds ?? 0;
  return (
    <LineChart width={460} height={150} data={rows} margin={{ top: 8, right: 48, bottom: 18, left: 4 }} accessibilityLayer={false}>
      <XAxis
        {...AXIS}
        dataKey="seconds"
        type="number"
        domain={[0, 'dataMax']}
        ticks={[0, filled, end]}
        tickFormatter={sayTime}
        label={{ value: `filled until ${sayTime(filled)}, then its source is gone`, ...LABEL }}
      />
      <YAxis {...AXIS} width={64} tickFormatter={(value: number) => formatEngineering(value, 'volts', 2).text} />
      {ratedVolts !== undefined && <ReferenceLine y={ratedVolts} stroke="var(--brick)" strokeWidth={1.5} />}
      <ReferenceLine x={filled} stroke="var(--quiet)" strokeDasharray="1.5 3" />
      <Line dataKey="volts" isAnimationActive={false} dot={false} stroke="var(--ink)" strokeWidth={1.5} />
    </LineChart>
  );
}
