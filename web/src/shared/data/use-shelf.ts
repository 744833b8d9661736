import useSWR from 'swr';
import { request, type ShelfRow } from './api.ts';
import { useServerEvents } from './use-server-events.ts';

const SHELF = '/api/shelf';

/** Every specimen with its summary; follows what is entered anywhere. */
export function useShelf(): { rows: readonly ShelfRow[] | undefined; error: Error | undefined; refresh: () => void } {
  const { data, error, mutate } = useSWR<{ specimens: ShelfRow[] }, Error>(SHELF, (path: string) =>
    request<{ specimens: ShelfRow[] }>(path),
  );
  const refresh = () => void mutate();
  useServerEvents('/api/shelf/events', { changed: refresh, hello: refresh });
  return { rows: data?.specimens, error, refresh };
}
