import { figureText } from '../../shared/figures/figure.tsx';
import { type Taking, titleOf } from '../../shared/instruments/use-taking.ts';

/** A series that runs: how far it is, what is wrong with it, and its end. */
export function SeriesStrip({ taking: { series, stop } }: { readonly taking: Taking }) {
  if (!series) return null;
  const { line, instrument } = series;
  const { series: running, last } = instrument;
  return (
    <p role="status" className="border-t border-rule bg-sheet px-4 py-1.5">
      Logging <b className="font-figures font-[650]">{line}</b> from the {titleOf(instrument)}
      {running && ` every ${running.everySeconds} s: ${running.count} ${running.count === 1 ? 'value' : 'values'}`}
      {last && (
        <span className="font-figures font-[650]">
          {', '}
          {last.measured.figures.map(({ value, unit }) => figureText(value, unit)).join(' ')}
        </span>
      )}
      {running?.problem !== undefined && <span className="text-brick">. {running.problem}</span>}{' '}
      <button type="button" onClick={stop} className="ml-2 text-petrol underline decoration-1 underline-offset-4">
        Stop
      </button>{' '}
      <kbd className="key-hint">Space</kbd>
    </p>
  );
}
