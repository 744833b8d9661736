import type { Meter, SemiconductorMark } from '@mindful-probe/core';
import useSWR from 'swr';
import { putJson, request } from './api.ts';

/** As many as the server takes in one request. */
const AT_ONCE = 1000;

interface BenchLists {
  readonly marks: SemiconductorMark;
  readonly meters: Meter;
}

const NONE: readonly never[] = [];

/** A list that belongs to the bench: shared by all specimens and tabs. */
function useBenchList<N extends keyof BenchLists>(name: N) {
  type Item = BenchLists[N];
  type Answer = { readonly [K in N]: readonly Item[] };
  const address = `/api/${name}`;
  const { data, error, mutate } = useSWR<Answer, Error>(address, request<Answer>, { revalidateOnFocus: true });
  return {
    items: data?.[name] ?? (NONE as readonly Item[]),
    error,
    /** Throws where the server does not take them, in its words. */
    async put(items: readonly Item[]): Promise<void> {
      let now: Answer | undefined;
      for (let from = 0; from < items.length; from += AT_ONCE)
        now = await putJson<Answer>(address, { [name]: items.slice(from, from + AT_ONCE) });
      if (now) await mutate(now, { revalidate: false });
    },
    async remove(key: string): Promise<void> {
      await mutate(await request<Answer>(`${address}/${encodeURIComponent(key)}`, { method: 'DELETE' }), { revalidate: false });
    },
  };
}

/** The bench's own table of marks. */
export function useMarks() {
  const { items, ...rest } = useBenchList('marks');
  return { marks: items, ...rest };
}

/** The bench's own meters. */
export function useMeters() {
  const { items, ...rest } = useBenchList('meters');
  return { meters: items, ...rest };
}
