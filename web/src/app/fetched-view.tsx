import { type ReactNode, Suspense, useEffect } from 'react';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import { useLocation } from 'react-router';
import { whenAnswered } from '../shared/data/when-answered.ts';
import { NotFetched, sayNotShown } from '../shared/kit/fetched.tsx';

interface FetchedViewProps {
  readonly children: ReactNode;
  readonly meanwhile?: ReactNode;
}

/** The place of a fetched view: what was there before stays until it has come. One that cannot be shown leaves the others. */
export function FetchedView({ children, meanwhile = <p /> }: FetchedViewProps) {
  const { pathname } = useLocation();
  return (
    <ErrorBoundary FallbackComponent={NotShown} resetKeys={[pathname]}>
      <Suspense fallback={meanwhile}>{children}</Suspense>
    </ErrorBoundary>
  );
}

function NotShown({ error }: FallbackProps) {
  const isFetchMissing = error instanceof NotFetched;
  useEffect(() => (isFetchMissing ? whenAnswered(() => window.location.reload()) : undefined), [isFetchMissing]);
  return (
    <div role="alert" className="max-w-[60ch] p-6">
      <h1 className="text-24 font-[650]">This view cannot be shown</h1>
      <p className="my-2">
        {sayNotShown(error)} {isFetchMissing && 'The page is loaded again when it answers. '}
        What you entered is kept.
      </p>
      <button type="button" className="action" onClick={() => window.location.reload()}>
        Load the page again
      </button>
    </div>
  );
}
