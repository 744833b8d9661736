import { beforeEach, describe, expect, it } from '@jest/globals';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { SWRConfig } from 'swr';
import { CLIP, entriesOf } from '../../testing/render-open.testing.tsx';
import { StandInEvents, streamByHand } from '../../testing/stand-in-events.testing.ts';
import { answering, Refusal } from '../../testing/stand-in-server.testing.ts';
import { useSpecimen } from './use-specimen.ts';

const ENTRIES = entriesOf(...CLIP, 'R1 1.6v', 'D1 3.2v');
const linesUpTo = (count: number) => ENTRIES.slice(0, count).map((entry, index) => ({ seq: index + 1, entry }));

function Fresh({ children }: { readonly children: ReactNode }) {
  return <SWRConfig value={{ provider: () => new Map(), dedupingInterval: 0, errorRetryCount: 0 }}>{children}</SWRConfig>;
}

const open = () => renderHook(() => useSpecimen('clip'), { wrapper: Fresh });

describe('a specimen that is opened', () => {
  beforeEach(() => {
    localStorage.clear();
    streamByHand();
  });

  it('is shown also where another device enters while its tape is on the way', async () => {
    const waiting: ((tape: unknown) => void)[] = [];
    answering(() => new Promise((resolve) => waiting.push(resolve)));
    const { result } = open();
    await waitFor(() => expect(waiting).toHaveLength(1));
    expect(result.current.kind).toBe('loading');
    await act(async () => StandInEvents.latest?.send('lines', { lines: linesUpTo(5).slice(4) }));
    await act(async () => waiting[0]?.({ lines: linesUpTo(4) }));
    expect(result.current).toMatchObject({ kind: 'ready', entries: ENTRIES.slice(0, 4) });
    // What was entered meanwhile is asked for, and comes to its place.
    await waitFor(() => expect(waiting).toHaveLength(2));
    await act(async () => waiting[1]?.({ lines: linesUpTo(5) }));
    expect(result.current).toMatchObject({ kind: 'ready', entries: ENTRIES.slice(0, 5) });
  });

  it('follows what others enter, each line once and in its place', async () => {
    answering(() => ({ lines: linesUpTo(3) }));
    const { result } = open();
    await waitFor(() => expect(result.current.kind).toBe('ready'));
    await act(async () => StandInEvents.latest?.send('lines', { lines: linesUpTo(6).slice(4) }));
    await act(async () => StandInEvents.latest?.send('lines', { lines: linesUpTo(5).slice(2) }));
    expect(result.current).toMatchObject({ entries: ENTRIES });
  });

  it('is missing where the server does not know it, and unreachable where there is no answer', async () => {
    answering(() => Object.assign(new Refusal(404, 'No such specimen.'), { code: 'specimen-not-found' }));
    const { result, unmount } = open();
    await waitFor(() => expect(result.current.kind).toBe('missing'));
    unmount();
    answering(() => {
      throw new TypeError('Failed to fetch');
    });
    const away = open();
    await waitFor(() => expect(away.result.current.kind).toBe('unreachable'));
  });
});
