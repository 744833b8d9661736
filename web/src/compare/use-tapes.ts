import type { Entry } from '@mindful-probe/core';
import useSWR from 'swr';
import { request, type TapeLineDto } from '../shared/data/api.ts';
import { tapeKey } from '../shared/data/tape-cache.ts';

/** The tapes of specimens, by their ids; undefined until all are there. */
export function useTapes(ids: readonly string[]): {
  readonly tapes: ReadonlyMap<string, readonly Entry[]> | undefined;
  readonly error: Error | undefined;
} {
  const { data, error } = useSWR<ReadonlyMap<string, readonly Entry[]>, Error>(['tapes', ...ids], async () => {
    const lines = await Promise.all(ids.map((id) => request<{ lines: TapeLineDto[] }>(tapeKey(id))));
    return new Map(ids.map((id, index) => [id, (lines[index]?.lines ?? []).map(({ entry }) => entry)]));
  });
  return { tapes: data, error };
}
