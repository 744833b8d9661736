import { describe, expect, it } from '@jest/globals';
import type { ShelfPart, ShelfRow } from '@mindful-probe/core';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { SWRConfig } from 'swr';
import { StandInEvents, streamByHand } from '../../testing/stand-in-events.testing.ts';
import { answering } from '../../testing/stand-in-server.testing.ts';
import { useShelf, WHOLE_SHELF, withRow } from './use-shelf.ts';

function Fresh({ children }: { readonly children: ReactNode }) {
  return <SWRConfig value={{ provider: () => new Map(), dedupingInterval: 0 }}>{children}</SWRConfig>;
}

const row = (id: string, lastSeq: number): ShelfRow => ({ id, createdAt: '2026-03-07T10:00:00Z', lastSeq });

describe('the shelf in the browser', () => {
  it('takes a row that changed in its place, and leaves one that it does not show to the next question', () => {
    const part: ShelfPart = { specimens: [row('clip-1', 1), row('lamp-1', 4)], found: 2, total: 2 };
    expect(withRow(part, row('lamp-1', 5)).specimens).toEqual([row('clip-1', 1), row('lamp-1', 5)]);
    expect(withRow(part, row('other-1', 1))).toEqual(part);
  });

  it('is shown while rows come in faster than an answer does, and asked for once more when it is here', async () => {
    streamByHand();
    const waiting: ((part: ShelfPart) => void)[] = [];
    const asked = answering(() => new Promise((resolve) => waiting.push(resolve)));
    const { result } = renderHook(() => useShelf({ ...WHOLE_SHELF, sort: 'drive', count: 50 }), { wrapper: Fresh });
    await waitFor(() => expect(waiting).toHaveLength(1));
    await act(async () => {
      StandInEvents.latest?.send('hello', {});
      for (let seq = 1; seq < 5; seq++) StandInEvents.latest?.send('row', { row: row('clip-1', seq) });
    });
    expect(asked).toHaveLength(1);
    await act(async () => waiting[0]?.({ specimens: [row('clip-1', 0)], found: 1, total: 1 }));
    expect(result.current.part?.specimens).toEqual([row('clip-1', 0)]);
    // What came meanwhile is asked for, and that answer waits for nothing.
    await waitFor(() => expect(waiting).toHaveLength(2));
    expect(asked[1]?.path).toContain('wait=false');
    await act(async () => waiting[1]?.({ specimens: [row('clip-1', 4)], found: 1, total: 1 }));
    expect(result.current.part?.specimens).toEqual([row('clip-1', 4)]);
    // With nothing on its way a row takes its place at once.
    await act(async () => StandInEvents.latest?.send('row', { row: row('clip-1', 5) }));
    expect(result.current.part?.specimens).toEqual([row('clip-1', 5)]);
  });
});
