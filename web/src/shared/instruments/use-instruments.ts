import type { Hand, InstrumentNow, ListedInstrument, LitAlone, Measured, Quantity, SeriesValue, SupplyRequest } from '@mindful-probe/core';
import { useCallback, useEffect } from 'react';
import useSWR, { mutate } from 'swr';
import { postJson, putJson, request } from '../data/api.ts';
import { useServerEvents } from '../data/use-server-events.ts';
import { PAGE_ID } from './page-id.ts';

interface InstrumentList {
  readonly instruments: readonly InstrumentNow[];
}

const ADDRESS = '/api/instruments';
const NONE: readonly InstrumentNow[] = [];

// The stream tells all; a fetch that it overtook would put back what is past.
const BY_STREAM = { revalidateOnFocus: false, revalidateOnReconnect: false, revalidateIfStale: false } as const;

/** The instruments on the bench's list, as they are now. */
export function useInstruments(): readonly InstrumentNow[] {
  return useSWR<InstrumentList, Error>(ADDRESS, request<InstrumentList>, BY_STREAM).data?.instruments ?? NONE;
}

/**
 * Follows what the instruments do, once for a page. With none on the list there is no stream: a browser has few lines
 * to one server. A page that holds an output or a series keeps its stream out of sight too, for they end with it.
 */
export function useInstrumentFeed(): void {
  const instruments = useInstruments();
  const isEmpty = instruments.length === 0;
  const holds = instruments.some(({ output, series }) => output?.page === PAGE_ID || series?.page === PAGE_ID);
  useServerEvents(
    isEmpty ? undefined : `${ADDRESS}/events?page=${PAGE_ID}`,
    {
      hello: (text) => void mutate(ADDRESS, JSON.parse(text) as InstrumentList, { revalidate: false }),
      instrument: (text) => put(JSON.parse(text) as InstrumentNow),
      gone: (text) => {
        const { gone } = JSON.parse(text) as { gone: string };
        change((known) => known.filter(({ id }) => id !== gone));
      },
    },
    holds,
  );
  useEffect(() => {
    if (!isEmpty) return undefined;
    // Another tab may have put the first one on the list.
    const look = () => void mutate(ADDRESS);
    window.addEventListener('focus', look);
    return () => window.removeEventListener('focus', look);
  }, [isEmpty]);
  const onHide = useCallback(() => navigator.sendBeacon(`${ADDRESS}/leave?page=${PAGE_ID}`), []);
  useEffect(() => {
    if (!holds) return undefined;
    window.addEventListener('pagehide', onHide);
    return () => window.removeEventListener('pagehide', onHide);
  }, [holds, onHide]);
}

function change(edit: (known: readonly InstrumentNow[]) => readonly InstrumentNow[]): void {
  void mutate<InstrumentList>(ADDRESS, (known) => known && { instruments: edit(known.instruments) }, { revalidate: false });
}

function put(instrument: InstrumentNow): void {
  change((known) => {
    const others = known.filter(({ id }) => id !== instrument.id);
    return others.length === known.length ? [...known, instrument] : known.map((each) => (each.id === instrument.id ? instrument : each));
  });
}

/** Which instruments there are, by an answer; what each says is known better by the stream. */
function adopt(answer: InstrumentList): void {
  change((known) => answer.instruments.map((instrument) => known.find(({ id }) => id === instrument.id) ?? instrument));
}

const at = (id: string, verb: string) => `${ADDRESS}/${encodeURIComponent(id)}${verb}`;

/** What a page asks of the instruments. Each throws a ProblemError with the server's words. */
export const instrumentsApi = {
  async list(listed: ListedInstrument): Promise<void> {
    adopt(await putJson<InstrumentList>(ADDRESS, listed));
  },
  async unlist(id: string): Promise<void> {
    adopt(await request<InstrumentList>(at(id, ''), { method: 'DELETE' }));
  },
  /** @param alone where the supply is set, of a part that it lights by itself */
  measure(id: string, quantity: Quantity, hand: Hand | undefined, alone?: LitAlone): Promise<Measured> {
    return postJson(at(id, '/measure'), { quantity, ...(hand && { hand }), ...(alone && { alone }) });
  },
  startSeries(id: string, quantity: Quantity, everySeconds: number, hand: Hand | undefined): Promise<unknown> {
    return postJson(at(id, '/series'), { quantity, everySeconds, page: PAGE_ID, ...(hand && { hand }) });
  },
  stopSeries(id: string): Promise<unknown> {
    return request(at(id, '/series'), { method: 'DELETE' });
  },
  async seriesAfter(id: string, after: number): Promise<readonly SeriesValue[]> {
    return (await request<{ values: SeriesValue[] }>(`${at(id, '/series')}?after=${after}`)).values;
  },
  supply(id: string, wanted: Omit<SupplyRequest, 'page'>): Promise<unknown> {
    return postJson(at(id, '/supply'), { ...wanted, page: PAGE_ID });
  },
};
