import { useComputing } from '../shared/worker/use-analysis.ts';
import { stopAnalyses } from '../shared/worker/worker-line.ts';

const BUTTON = 'text-petrol underline decoration-1 underline-offset-4';

/** Says what takes a while, and stops it; what was stopped can be had after all. */
export function ComputingStrip({ again }: { readonly again: (() => void) | undefined }) {
  const computing = useComputing();
  return (
    <p role="status" className={computing || again ? 'border-t border-rule bg-sheet px-4 py-1.5' : 'sr-only'}>
      {computing && (
        <>
          Computing: {computing.step}…{' '}
          <button type="button" onClick={stopAnalyses} className={BUTTON}>
            Stop
          </button>
        </>
      )}
      {!computing && again && (
        <>
          Stopped: the figures are those of before the last entries.{' '}
          <button type="button" onClick={again} className={BUTTON}>
            Compute them
          </button>
        </>
      )}
    </p>
  );
}
