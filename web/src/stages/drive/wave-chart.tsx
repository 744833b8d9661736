import { type DriveWave, formatEngineering } from '@mindful-probe/core';
import { Line, LineChart, ReferenceLine, XAxis, YAxis } from 'recharts';
import { AXIS } from '../../shared/figures/chart-axis.ts';
import { WAVE_CHART } from './waves.ts';

interface WaveChartProps {
  readonly wave: DriveWave;
  /** Where the cursor is, s. */
  readonly at: number;
}

/** One period of one figure, with its limit and a cursor. */
export function WaveChart({ wave, at }: WaveChartProps) {
  const { width, height, left, right } = WAVE_CHART;
  const seconds = wave.wave.seconds.at(-1) ?? 0;
  const ticks = ticksOf(wave);
  return (
    <LineChart
      width={width}
      height={height}
      data={wave.wave.seconds.map((second, index) => ({ ms: 1000 * second, value: wave.wave.values[index] }))}
      margin={{ top: 6, right, bottom: 0, left: 0 }}
      accessibilityLayer={false}
    >
      <XAxis dataKey="ms" type="number" domain={[0, 1000 * seconds]} hide />
      <YAxis
        {...AXIS}
        width={left}
        ticks={ticks}
        domain={[ticks[0] as number, ticks.at(-1) as number]}
        tickFormatter={(value: number) => formatEngineering(value, wave.unit).text}
      />
      {wave.limit && <ReferenceLine y={wave.limit.value} stroke="var(--brick)" strokeWidth={1.5} />}
      <ReferenceLine x={1000 * at} stroke="var(--petrol)" />
      <Line dataKey="value" type="linear" isAnimationActive={false} dot={false} stroke="var(--ink)" strokeWidth={1.5} />
    </LineChart>
  );
}

/** Its lowest and highest point, nothing, and its limit: what a look needs. */
function ticksOf({ wave, limit }: DriveWave): number[] {
  const low = Math.min(0, ...wave.values);
  const high = Math.max(0, ...wave.values, limit?.value ?? 0);
  return [...(low < -0.02 * high ? [low] : []), 0, high];
}
