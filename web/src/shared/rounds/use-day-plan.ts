import { type DayPlan, type DueSpecimen, INSTRUMENT_NAMES, type ShelfPart } from '@mindful-probe/core';
import useSWR from 'swr';
import { request } from '../data/api.ts';
import { useRefresh } from '../data/use-refresh.ts';
import { useServerEvents } from '../data/use-server-events.ts';
import { countOf, minutesLeft, useDaySetting } from './day-settings.ts';
import { roundsWorker } from './rounds-line.ts';
import { useNow } from './use-now.ts';

/** All of the shelf that wants something at a time. */
const DUE = '/api/shelf?due=true&sort=newest&count=500';
/** What time does to a plan is looked at so often; what is entered at once, where the page follows it. */
const PLAN_EVERY_MS = 15_000;

const NOTHING: ReadonlyMap<string, string> = new Map();

/**
 * The day of all specimens as it is planned now; undefined until it is there.
 *
 * @param follows also what is entered elsewhere, at once
 * @param putOff tasks that were put off on this page, until when: their specimens may not be summed up anew yet
 */
export function useDayPlan(follows: boolean, putOff = NOTHING): { readonly plan: DayPlan | undefined; readonly error: Error | undefined } {
  const setting = useDaySetting();
  const { data, error, isValidating, mutate } = useSWR<ShelfPart, Error>(DUE, request<ShelfPart>, { refreshInterval: 2 * PLAN_EVERY_MS });
  const { refresh } = useRefresh(isValidating, mutate);
  useServerEvents(follows ? '/api/shelf/events' : undefined, { hello: refresh, row: refresh });
  const now = useNow(PLAN_EVERY_MS);
  const specimens = dueSpecimens(data, putOff);
  const { data: plan } = useSWR(
    data ? ['day', now, setting, [...putOff], data] : null,
    async (): Promise<DayPlan> =>
      roundsWorker().day(
        specimens,
        {
          minutes: minutesLeft(setting, now),
          hands: setting.hands,
          instruments: Object.fromEntries(INSTRUMENT_NAMES.map((name) => [name, countOf(setting, name)])),
          busy: setting.busy,
        },
        new Date(now).toISOString(),
      ),
    { keepPreviousData: true, revalidateOnFocus: false, revalidateIfStale: false, revalidateOnReconnect: false },
  );
  return { plan, error };
}

function dueSpecimens(part: ShelfPart | undefined, putOff: ReadonlyMap<string, string>): readonly DueSpecimen[] {
  return (part?.specimens ?? []).flatMap(({ id, summary }) => {
    if (!summary) return [];
    const items = summary.due.map((item) => {
      const notBefore = putOff.get(`${id}/${item.key}`);
      const readings = [...putOff].filter(([task]) => task.startsWith(`${id}/reading-${item.key}`));
      return {
        ...item,
        ...(notBefore !== undefined && { notBefore }),
        ...(readings.length > 0 && {
          readingsPutOff: {
            ...item.readingsPutOff,
            ...Object.fromEntries(readings.map(([task, until]) => [task.slice(id.length + 1), until])),
          },
        }),
      };
    });
    return [{ id, name: summary.name, items }];
  });
}
