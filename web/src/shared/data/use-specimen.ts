import { completeDraft, drawerChange, type Entry, type EntryDraft, replay, type Specimen } from '@mindful-probe/core';
import { useCallback, useEffect, useMemo, useRef } from 'react';
import useSWR from 'swr';
import { ProblemError, request, type TapeLineDto } from './api.ts';
import { newId } from './new-id.ts';
import { tapeKey, withLines } from './tape-cache.ts';
import { putIntoDrawer, takeOutOfDrawer } from './use-drawer.ts';
import { useRefresh } from './use-refresh.ts';
import { useServerEvents } from './use-server-events.ts';
import { append, isUnborn, useWaiting } from './waiting.ts';
import type { WaitingEntry } from './waiting-entries.ts';

export interface SpecimenData {
  readonly id: string;
  readonly entries: readonly Entry[];
  readonly specimen: Specimen;
  /** Not on the server yet. */
  readonly waiting: readonly WaitingEntry[];
  /** Puts a draft on the tape; false where this browser cannot keep it, and nothing was entered. */
  readonly record: (draft: EntryDraft) => boolean;
}

export type SpecimenState =
  | { readonly kind: 'loading' }
  | { readonly kind: 'missing' }
  | { readonly kind: 'unreachable' }
  | ({ readonly kind: 'ready' } & SpecimenData);

/** A specimen as its tape and what waits to be on it say; follows what other tabs enter. */
export function useSpecimen(id: string): SpecimenState {
  // The queue says when it lands, and this is asked again.
  const allWaiting = useWaiting();
  const isThere = !isUnborn(id);
  const { data, error, isValidating, mutate } = useSWR<readonly TapeLineDto[], Error>(isThere ? tapeKey(id) : null, fetchTape, {
    revalidateOnFocus: false,
    shouldRetryOnError: true,
  });
  const { refresh, isOnItsWay } = useRefresh(isValidating, mutate);
  const waiting = useMemo(() => allWaiting.filter(({ specimenId }) => specimenId === id), [allWaiting, id]);

  useServerEvents(isThere ? `/api/specimens/${id}/events` : undefined, {
    lines: (text) => {
      const { lines } = JSON.parse(text) as { lines: TapeLineDto[] };
      if (isOnItsWay() || !data) refresh();
      else void mutate((known) => (known ? withLines(known, lines) : known), { revalidate: false });
    },
    // After a cut line the stream begins anew: whatever landed meanwhile is fetched.
    hello: refresh,
  });

  const now = useRef<readonly Entry[]>([]);
  const record = useCallback(
    (draft: EntryDraft) => {
      const entry = completeDraft(draft, newId(), new Date().toISOString());
      if (!append(id, entry)) return false;
      const { put, takeBack } = drawerChange(now.current, entry);
      for (const { by, stock } of put) putIntoDrawer(by, stock);
      for (const { by, stock } of takeBack) takeOutOfDrawer(by, stock);
      return true;
    },
    [id],
  );

  const state = useMemo((): SpecimenState => {
    const landed = data?.map(({ entry }) => entry) ?? [];
    const known = new Set(landed.map((entry) => entry.id));
    const queued = waiting.filter(({ entry, refused }) => refused === undefined && !known.has(entry.id)).map(({ entry }) => entry);
    const entries = [...landed, ...queued];
    if (entries.length > 0) return { kind: 'ready', id, entries, specimen: replay(entries), waiting, record };
    if (error instanceof ProblemError && error.status === 404) return { kind: 'missing' };
    return error ? { kind: 'unreachable' } : { kind: 'loading' };
  }, [data, error, id, waiting, record]);
  useEffect(() => {
    now.current = state.kind === 'ready' ? state.entries : [];
  }, [state]);
  return state;
}

async function fetchTape(path: string): Promise<readonly TapeLineDto[]> {
  return (await request<{ lines: TapeLineDto[] }>(path)).lines;
}
