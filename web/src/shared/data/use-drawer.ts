import type { Stock, StockNeed } from '@mindful-probe/core';
import useSWR, { mutate } from 'swr';
import { postJson, request } from './api.ts';
import { browserStorage } from './browser-storage.ts';
import { DrawerCalls } from './drawer-calls.ts';

const ADDRESS = '/api/drawer';
/** As many as the server takes in one request. */
const AT_ONCE = 1000;
const NONE: readonly Stock[] = [];

interface Answer {
  readonly drawer: readonly Stock[];
}

/** Who a way's parts are promised to: the specimen and the number of its rework. */
export function promisedTo(specimenId: string, rework: number): string {
  return `${specimenId} ${rework}`;
}

const RETRY_MS = 5000;

const calls = new DrawerCalls<Answer>({
  storage: browserStorage,
  send: (path, body) => postJson<Answer>(`${ADDRESS}${path}`, body),
  onAnswer: (answer) => void mutate(ADDRESS, answer, { revalidate: false }),
  retryMs: RETRY_MS,
});
window.addEventListener('online', () => void calls.flush());
void calls.flush();

/** What was promised to an entry is used, or free again; said as soon as the server answers. */
export function settleStock(by: string, used: boolean): void {
  calls.say({ path: '/settle', body: { by, used } });
}

/** What an entry put into the drawer; said as soon as the server answers. */
export function putIntoDrawer(by: string, drawer: readonly Stock[]): void {
  if (drawer.length > 0) calls.say({ path: '', body: { by, drawer } });
}

/** An entry that put this into the drawer was undone; said as soon as the server answers. */
export function takeOutOfDrawer(by: string, drawer: readonly Stock[]): void {
  if (drawer.length > 0) calls.say({ path: '/take-back', body: { by, drawer } });
}

/** The parts at hand, shared by all specimens and tabs. What changes it throws where the server does not take it, in its words. */
export function useDrawer() {
  const { data, error, mutate: change } = useSWR<Answer, Error>(ADDRESS, request<Answer>, { revalidateOnFocus: true });
  const say = async (path: string, body: unknown) => {
    await change(await postJson<Answer>(`${ADDRESS}${path}`, body), { revalidate: false });
  };
  return {
    items: data?.drawer ?? NONE,
    error,
    async add(items: readonly Stock[]): Promise<void> {
      for (let from = 0; from < items.length; from += AT_ONCE) await say('', { drawer: items.slice(from, from + AT_ONCE) });
    },
    count: (key: string, by: number) => say('/count', { key, by }),
    reserve: (by: string, needs: readonly StockNeed[]) => say('/reserve', { by, needs }),
    settle: (by: string, used: boolean) => say('/settle', { by, used }),
    async remove(key: string): Promise<void> {
      await change(await request<Answer>(`${ADDRESS}/${encodeURIComponent(key)}`, { method: 'DELETE' }), { revalidate: false });
    },
  };
}
