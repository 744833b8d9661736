import { type DriveWave, formatEngineering, type Rhythm } from '@mindful-probe/core';
import { type KeyboardEvent, lazy, type PointerEvent, useState } from 'react';
import { ChartInView } from '../../shared/figures/chart-in-view.tsx';
import { Figure } from '../../shared/figures/figure.tsx';
import { SaveCsv } from '../../shared/pictures/save-csv.tsx';
import { valueAt, WAVE_CHART, wavesCsv } from './waves.ts';

const WaveChart = lazy(async () => ({ default: (await import('./wave-chart.tsx')).WaveChart }));

const STEPS = 100;

/** One period, a strip a wave, all under one cursor that pointer and arrow keys move. */
export function WavesPanel({ waves, rhythms }: { readonly waves: readonly DriveWave[]; readonly rhythms: readonly Rhythm[] }) {
  const [share, setShare] = useState(0.25);
  const seconds = waves[0]?.wave.seconds.at(-1) ?? 0;
  const at = share * seconds;

  function onPointer(event: PointerEvent<HTMLDivElement>) {
    const box = event.currentTarget.getBoundingClientRect();
    const { width, left, right } = WAVE_CHART;
    setShare(Math.min(1, Math.max(0, (event.clientX - box.left - left) / (width - left - right))));
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
              <ChartInView label={wave.name} width={WAVE_CHART.width} height={WAVE_CHART.height}>
                <WaveChart wave={wave} at={at} />
              </ChartInView>
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
        <SaveCsv name="waves.csv" text={() => wavesCsv(waves)} />
      </p>
    </>
  );
}
