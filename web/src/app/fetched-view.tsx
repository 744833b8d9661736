import { type ComponentType, lazy, type ReactNode, Suspense, useEffect } from 'react';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import { useLocation } from 'react-router';
import { whenAnswered } from '../shared/data/when-answered.ts';

/** The server did not answer, or has another version than the page came from. */
class NotFetched extends Error {}

/** A view that is fetched when it is first entered. */
export function fetched(load: () => Promise<ComponentType>): ComponentType {
  return lazy(async () => ({
    default: await load().catch((cause: unknown) => {
      throw new NotFetched('A view could not be fetched.', { cause });
    }),
  }));
}

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
        {isFetchMissing
          ? 'It could not be fetched: the server does not answer, or has been updated since this page was opened. The page is loaded again when it answers.'
          : error instanceof Error
            ? error.message
            : String(error)}{' '}
        What you entered is kept.
      </p>
      <button type="button" className="action" onClick={() => window.location.reload()}>
        Load the page again
      </button>
    </div>
  );
}
