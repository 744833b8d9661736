import type { ShelfPart, ShelfRow } from '@mindful-probe/core';
import { useEffect, useRef } from 'react';
import useSWR from 'swr';
import { request } from './api.ts';
import { useRefresh } from './use-refresh.ts';
import { useServerEvents } from './use-server-events.ts';

/** What is asked of the shelf; the server knows the rest. */
export interface ShelfQuestion {
  readonly search: string;
  readonly stage: string;
  readonly findings: string;
  readonly drive: string;
  /** Only what wants something at a time. */
  readonly isDue: boolean;
  readonly sort: string;
  /** Rows from the first on. */
  readonly count: number;
}

export const WHOLE_SHELF = { search: '', stage: '', findings: '', drive: '', isDue: false } as const satisfies Partial<ShelfQuestion>;

/** Rows are worked out one after the other; the order is asked for anew once they pause. */
const PAUSE_MS = 700;

/** A part of the shelf; follows what is entered anywhere, a row at a time. */
export function useShelf(question: ShelfQuestion): {
  readonly part: ShelfPart | undefined;
  readonly error: Error | undefined;
  readonly refresh: () => void;
} {
  // The first answer waits a moment for rows that are being worked out; later ones are told what they missed by the stream.
  const isKnown = useRef(false);
  const { data, error, isValidating, mutate } = useSWR<ShelfPart, Error>(
    addressOf(question),
    (address) => request<ShelfPart>(isKnown.current ? `${address}&wait=false` : address),
    { keepPreviousData: true },
  );
  // Before what is asked anew on account of this answer.
  useEffect(() => {
    isKnown.current = data !== undefined;
  }, [data]);
  const pause = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(pause.current), []);
  const { refresh, isOnItsWay } = useRefresh(isValidating, mutate);
  useServerEvents('/api/shelf/events', {
    hello: refresh,
    row: (text) => {
      const { row } = JSON.parse(text) as { row: ShelfRow };
      if (isOnItsWay()) return refresh();
      void mutate((known) => known && withRow(known, row), { revalidate: false });
      clearTimeout(pause.current);
      pause.current = setTimeout(refresh, PAUSE_MS);
    },
  });
  return { part: data, error, refresh };
}

/** The same with a row as it is now, where it is one of them. */
export function withRow(part: ShelfPart, row: ShelfRow): ShelfPart {
  return { ...part, specimens: part.specimens.map((known) => (known.id === row.id ? row : known)) };
}

function addressOf({ search, stage, findings, drive, isDue, sort, count }: ShelfQuestion): string {
  const asked = new URLSearchParams({ sort, count: String(count) });
  if (search.trim() !== '') asked.set('search', search.trim());
  if (stage !== '') asked.set('stage', stage);
  if (findings !== '') asked.set('findings', findings);
  if (drive !== '') asked.set('drive', drive);
  if (isDue) asked.set('due', 'true');
  return `/api/shelf?${asked.toString()}`;
}
