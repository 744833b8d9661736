import { type ComponentType, createElement, type LazyExoticComponent, lazy, type ReactNode, Suspense } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { Dialog } from './dialog.tsx';

/** The server did not answer, or has another version than the page came from. */
export class NotFetched extends Error {}

/** A component whose code is fetched when it is first shown. Throws `NotFetched` where that cannot be. */
export function fetched<Props extends object>(load: () => Promise<ComponentType<Props>>): LazyExoticComponent<ComponentType<Props>> {
  return lazy(async () => ({
    default: await load().catch((cause: unknown) => {
      throw new NotFetched('A part of the page could not be fetched.', { cause });
    }),
  }));
}

/** A part of a view that is fetched when it is first shown: one that cannot be leaves the rest of the view, and says why. */
export function fetchedPart<Props extends object>(
  load: () => Promise<ComponentType<Props>>,
  meanwhile: (props: Props) => ReactNode = () => <p className="text-quiet">Opening…</p>,
): ComponentType<Props> {
  const Part = fetched(load);
  return (props) => (
    <ErrorBoundary fallbackRender={({ error }) => <NotShown error={error} />}>
      <Suspense fallback={meanwhile(props)}>{createElement(Part, props)}</Suspense>
    </ErrorBoundary>
  );
}

interface Closed {
  readonly onClose: () => void;
}

/** A dialog that is fetched when it is first opened, and shown as long as it stands there: one that cannot be says so in its place. */
export function fetchedDialog<Props extends Closed>(load: () => Promise<ComponentType<Props>>): ComponentType<Props> {
  const Content = fetched(load);
  return (props) => (
    <ErrorBoundary
      fallbackRender={({ error }) => (
        <Dialog open onOpenChange={props.onClose} title="This cannot be shown">
          <NotShown error={error} />
        </Dialog>
      )}
    >
      <Suspense fallback={null}>{createElement(Content, props)}</Suspense>
    </ErrorBoundary>
  );
}

function NotShown({ error }: { readonly error: unknown }) {
  return (
    <p role="alert">
      {sayNotShown(error)} What you entered is kept.{' '}
      <button type="button" className="text-petrol underline" onClick={() => window.location.reload()}>
        Load the page again
      </button>
    </p>
  );
}

/** Why something that is fetched cannot be shown, as a sentence. */
export function sayNotShown(error: unknown): string {
  if (error instanceof NotFetched)
    return 'It could not be fetched: the server does not answer, or has been updated since this page was opened.';
  return error instanceof Error ? error.message : String(error);
}
