import useSWR from 'swr';
import { request } from '../shared/data/api.ts';

interface Health {
  readonly room?: { readonly freeBytes: number; readonly isLow: boolean };
}

const LOOK_MS = 60_000;

/** Says in time that the disk of the data folder fills up. */
export function RoomNotice() {
  const { data } = useSWR<Health, Error>('/api/health', request<Health>, { refreshInterval: LOOK_MS });
  if (!data?.room?.isLow) return null;
  return (
    <p role="alert" className="mt-3 border-l-4 border-brick py-1 pl-3">
      The disk of the data folder has {Math.floor(data.room.freeBytes / 1024 / 1024)} MB left. Under 48 MB nothing more is entered; what is
      there stays readable.
    </p>
  );
}
