import type { SemiconductorMark } from '@mindful-probe/core';
import useSWR from 'swr';
import { putJson, request } from './api.ts';

const ADDRESS = '/api/marks';
/** As many as the server takes in one request. */
const AT_ONCE = 1000;

interface Marks {
  readonly marks: SemiconductorMark[];
}

const NONE: readonly SemiconductorMark[] = [];

/** The bench's own table of marks: shared by all specimens and tabs. */
export function useMarks() {
  const { data, error, mutate } = useSWR<Marks, Error>(ADDRESS, request<Marks>, { revalidateOnFocus: true });
  return {
    marks: data?.marks ?? NONE,
    error,
    /** Throws where the server does not take them, in its words. */
    async put(marks: readonly SemiconductorMark[]): Promise<void> {
      let now: Marks | undefined;
      for (let from = 0; from < marks.length; from += AT_ONCE)
        now = await putJson<Marks>(ADDRESS, { marks: marks.slice(from, from + AT_ONCE) });
      if (now) await mutate(now, { revalidate: false });
    },
    async remove(key: string): Promise<void> {
      await mutate(await request<Marks>(`${ADDRESS}/${encodeURIComponent(key)}`, { method: 'DELETE' }), { revalidate: false });
    },
  };
}
