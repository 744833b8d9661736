import type { Measured } from '@mindful-probe/core';
import { figureText } from '../../shared/figures/figure.tsx';

const WIDTH = 560;
const HEIGHT = 120;

/** What an oscilloscope sent, small: volts over its whole stretch, with nothing as a line. */
export function Waveform({ waveform: { seconds, volts } }: { readonly waveform: NonNullable<Measured['waveform']> }) {
  const most = Math.max(1e-6, ...volts.map(Math.abs));
  const span = (seconds.at(-1) ?? 1) - (seconds[0] ?? 0);
  const points = volts.map((value, index) => {
    const x = (WIDTH * ((seconds[index] ?? 0) - (seconds[0] ?? 0))) / (span || 1);
    return `${x.toFixed(1)},${(HEIGHT / 2 - (0.46 * HEIGHT * value) / most).toFixed(1)}`;
  });
  return (
    <figure className="mt-2">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="w-full border border-rule"
        role="img"
        aria-label={`Volts over ${figureText(span, 'seconds')}`}
      >
        <path d={`M0 ${HEIGHT / 2}H${WIDTH}`} className="stroke-rule" />
        <polyline points={points.join(' ')} className="fill-none stroke-ink" strokeWidth="1.5" />
      </svg>
      <figcaption className="text-12 text-quiet">
        {figureText(Math.min(...volts), 'volts')} to {figureText(Math.max(...volts), 'volts')} over {figureText(span, 'seconds')}
      </figcaption>
    </figure>
  );
}
