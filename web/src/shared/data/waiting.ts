import type { Entry } from '@mindful-probe/core';
import { useSyncExternalStore } from 'react';
import { mutate } from 'swr';
import { postJson, type TapeLineDto } from './api.ts';
import { afterLanding, tapeKey } from './tape-cache.ts';
import { WaitingEntries, type WaitingEntry } from './waiting-entries.ts';

/** Made in this tab and not on the server yet: asking for one would be answered that there is none. */
const unborn = new Set<string>();

/** The one queue of this tab. */
export const waitingEntries = new WaitingEntries(window.localStorage, postJson, async (specimenId, landed) => {
  // The tape has it before the queue lets go of it, so that no entry blinks out in between.
  const lines = await mutate(tapeKey(specimenId), (known: readonly TapeLineDto[] | undefined) => afterLanding(known, landed), {
    revalidate: false,
  });
  if (!lines) await mutate(tapeKey(specimenId));
  unborn.delete(specimenId);
});

window.addEventListener('online', waitingEntries.nudge);
document.addEventListener('visibilitychange', waitingEntries.nudge);

export function useWaiting(): readonly WaitingEntry[] {
  return useSyncExternalStore(waitingEntries.subscribe, waitingEntries.all);
}

/** Puts an entry on a specimen's tape. */
export function append(specimenId: string, entry: Entry): void {
  waitingEntries.add(specimenId, entry);
}

/** Makes a specimen with its first entry. */
export function appendFirst(specimenId: string, entry: Entry): void {
  unborn.add(specimenId);
  append(specimenId, entry);
}

export function isUnborn(specimenId: string): boolean {
  return unborn.has(specimenId);
}
