import { type ReactNode, Suspense } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { useInView } from 'react-intersection-observer';

interface ChartInViewProps {
  /** What the chart shows, in words: there from the beginning. */
  readonly label: string;
  /** Of the chart, px: its place is kept for it. */
  readonly width: number;
  readonly height: number;
  /** The chart, whose code is fetched when it is first drawn. */
  readonly children: ReactNode;
}

/** The place of a chart, drawn when it first comes into view: what draws charts is half as large as all else that a view takes. */
export function ChartInView({ label, width, height, children }: ChartInViewProps) {
  const { ref, inView } = useInView({ triggerOnce: true, fallbackInView: true });
  return (
    <div ref={ref} role="img" aria-label={label} style={{ width, minHeight: height }}>
      {inView && (
        <ErrorBoundary fallback={<p className="py-2 text-ochre">The chart could not be fetched from the server. {label}</p>}>
          <Suspense fallback={<p className="py-2 text-quiet">Drawing the chart…</p>}>
            {/* The chart's own parts would each take a Tab. */}
            <div inert>{children}</div>
          </Suspense>
        </ErrorBoundary>
      )}
    </div>
  );
}
