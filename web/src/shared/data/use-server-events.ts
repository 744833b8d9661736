import { useEffect, useRef } from 'react';

/** Handlers by the name of the event; `hello` comes at every new beginning of the stream. */
export type EventHandlers = Readonly<Record<string, (data: string) => void>>;

const RETRY_MS = 2000;

/**
 * Follows a stream of the server for as long as the tab is in sight. A browser keeps six lines to one server and no
 * more, so tabs out of sight let go of theirs; coming back, `hello` tells them to fetch what they missed.
 *
 * @param url undefined for no stream
 * @param outOfSight keeps it all the same
 */
export function useServerEvents(url: string | undefined, handlers: EventHandlers, outOfSight = false): void {
  const latest = useRef(handlers);
  useEffect(() => {
    latest.current = handlers;
  });
  const keeps = useRef(outOfSight);
  useEffect(() => {
    keeps.current = outOfSight;
  });
  useEffect(() => {
    if (url === undefined) return undefined;
    let source: EventSource | undefined;
    let retry: ReturnType<typeof setTimeout> | undefined;
    const leave = () => {
      clearTimeout(retry);
      source?.close();
      source = undefined;
    };
    const follow = () => {
      if (document.visibilityState === 'hidden') {
        if (!keeps.current) leave();
      } else if (!source) {
        source = new EventSource(url);
        // A browser tries a cut line again by itself, but not one that was refused: a specimen not yet on the server.
        source.addEventListener('error', () => {
          if (source?.readyState !== EventSource.CLOSED) return;
          leave();
          retry = setTimeout(follow, RETRY_MS);
        });
        for (const name of Object.keys(latest.current))
          source.addEventListener(name, (event) => latest.current[name]?.(event.data as string));
      }
    };
    follow();
    document.addEventListener('visibilitychange', follow);
    return () => {
      document.removeEventListener('visibilitychange', follow);
      leave();
    };
  }, [url]);
}
