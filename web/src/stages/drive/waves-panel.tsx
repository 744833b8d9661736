import { type DriveWave, formatEngineering, type Rhythm } from '@mindful-probe/core';
import { type KeyboardEvent, type PointerEvent, useState } from 'react';
import { Line, LineChart, ReferenceLine, XAxis, YAxis } from 'recharts';
import { Figure } from '../../shared/figures/figure.tsx';
import { offerFile } from '../../shared/pictures/offer-file.ts';
import { valueAt, wavesCsv } from './waves.ts';

const AXIS = { stroke: 'var(--ink)', tick: { fill: 'var(--ink)', fontSize: 12, fontFamily: 'var(--font-figures)' } };
const WIDTH = 560;
const LEFT = 64;
const RIGHT = 12;
const STEPS = 100;

/** One period, a strip a wave, all under one cursor that pointer and arrow keys move. */
export function WavesPanel({ waves, rhythms }: { readonly waves: readonly DriveWave[]; readonly rhythms: readonly Rhythm[] }) {
  const [share, setShare] = useState(0.25);
  const seconds = waves[0]?.wave.seconds.at(-1) ?? 0;
  const at = share * seconds;

  function onPointer(event: PointerEvent<HTMLDivElement>) {
    const box = event.currentTarget.getBoundingClientRect();
    setShare(Math.min(1, Math.max(0, (event.clientX - box.left - LEFT) / (WIDTH - LEFT - RIGHT))));
  }

  function onKey(event: KeyboardEvent) {
    const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (step === 0) return;
    event.preventDefault();
    setShare((now) => Math.min(1, Math.max(0, now + (event.shiftKey ? 10 : 1) * (step / STEPS))));
  }

  const said = waves.map((wave) => `${wave.name} ${formatEngineering(valueAt(wave.wave, at), wave.unit).text}`);
  return (
    <>
      {rhythms.map(({ ref, hertz, duty, averageAmps, peakAmps }) => (
        <p key={ref} className="mb-2">
          {ref} comes and goes with <Figure value={hertz} unit="hertz" className="font-[650]" />, and is on for{' '}
          <Figure value={100 * duty} unit="percent" /> of the time: a chip has{' '}
          <Figure value={averageAmps} unit="amps" className="font-[650]" /> on average, <Figure value={peakAmps} unit="amps" /> at its peak.
        </p>
      ))}
      <div className="max-w-full overflow-x-auto">
        <div
          role="slider"
          tabIndex={0}
          aria-label="Moment of the period"
          aria-valuemin={0}
          aria-valuemax={STEPS}
          aria-valuenow={Math.round(share * STEPS)}
          aria-valuetext={`${formatEngineering(at, 'seconds').text}: ${said.join(', ')}`}
          onPointerMove={onPointer}
          onKeyDown={onKey}
          className="w-fit"
        >
          {waves.map((wave) => (
            <div key={wave.name} className="flex items-center">
              {/* The chart's own parts would each take a Tab. */}
              <div inert>
                <LineChart
                  width={WIDTH}
                  height={92}
                  data={wave.wave.seconds.map((second, index) => ({ ms: 1000 * second, value: wave.wave.values[index] }))}
                  margin={{ top: 6, right: RIGHT, bottom: 0, left: 0 }}
                  accessibilityLayer={false}
                >
                  <XAxis dataKey="ms" type="number" domain={[0, 1000 * seconds]} hide />
                  <YAxis
                    {...AXIS}
                    width={LEFT}
                    ticks={ticksOf(wave)}
                    domain={[ticksOf(wave)[0] as number, ticksOf(wave).at(-1) as number]}
                    tickFormatter={(value: number) => formatEngineering(value, wave.unit).text}
                  />
                  {wave.limit && <ReferenceLine y={wave.limit.value} stroke="var(--brick)" strokeWidth={1.5} />}
                  <ReferenceLine x={1000 * at} stroke="var(--petrol)" />
                  <Line dataKey="value" type="linear" isAnimationActive={false} dot={false} stroke="var(--ink)" strokeWidth={1.5} />
                </LineChart>
              </div>
              <span className="w-[190px] pl-2">
                <span className="block text-12 text-quiet">{wave.name}</span>
                <b className="font-figures font-[650]">{formatEngineering(valueAt(wave.wave, at), wave.unit).text}</b>
                {wave.limit && (
                  <span className="block text-12 text-brick">
                    {wave.limit.words} {formatEngineering(wave.limit.value, wave.unit).text}
                  </span>
                )}
              </span>
            </div>
          ))}
        </div>
      </div>
      <p className="mt-1 flex gap-x-5 text-12">
        <span className="text-quiet">
          at <span className="font-figures">{formatEngineering(at, 'seconds').text}</span> of {formatEngineering(seconds, 'seconds').text}
        </span>
        <button
          type="button"
          className="text-petrol underline"
          onClick={() => offerFile(new Blob([wavesCsv(waves)], { type: 'text/csv' }), 'waves.csv')}
        >
          Save as CSV
        </button>
      </p>
    </>
  );
}

/** Its lowest and highest point, nothing, and its limit: what a look needs. */
function ticksOf({ wave, limit }: DriveWave): number[] {
  const low = Math.min(0, ...wave.values);
  const high = Math.max(0, ...wave.values, limit?.value ?? 0);
  return [...(low < -0.02 * high ? [low] : []), 0, high];
}
