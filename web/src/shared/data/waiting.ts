import type { Entry } from '@mindful-probe/core';
import { useSyncExternalStore } from 'react';
import { mutate } from 'swr';
import { postJson, type TapeLineDto } from './api.ts';
import { browserStorage } from './browser-storage.ts';
import { afterLanding, tapeKey } from './tape-cache.ts';
import { isOfQueue, WaitingEntries, type WaitingEntry } from './waiting-entries.ts';

/** Made in this tab and not on the server yet: asking for one would be answered that there is none. */
const unborn = new Set<string>();

/** The one queue of this tab. */
export const waitingEntries = new WaitingEntries({
  storage: browserStorage,
  send: postJson,
  onLanded: async (specimenId, landed) => {
    // The tape has it before the queue lets go of it, so that no entry blinks out in between.
    const lines = await mutate(tapeKey(specimenId), (known: readonly TapeLineDto[] | undefined) => afterLanding(known, landed), {
      revalidate: false,
    });
    if (!lines) await mutate(tapeKey(specimenId));
    unborn.delete(specimenId);
  },
  onLandedElsewhere: (specimenIds) => {
    for (const specimenId of specimenIds) void mutate(tapeKey(specimenId));
  },
  alone,
});

const QUEUE_LOCK = 'mindful-probe.queue';

/** Over plain http there are no locks; two tabs then send the same, which the server takes once. */
async function alone(work: () => Promise<void>): Promise<boolean> {
  if (!('locks' in navigator)) {
    await work();
    return true;
  }
  return navigator.locks.request(QUEUE_LOCK, { ifAvailable: true }, async (lock) => {
    if (lock) await work();
    return lock !== null;
  });
}

window.addEventListener('storage', ({ key }) => {
  if (isOfQueue(key)) waitingEntries.reread();
});
window.addEventListener('online', waitingEntries.nudge);
document.addEventListener('visibilitychange', waitingEntries.nudge);

export function useWaiting(): readonly WaitingEntry[] {
  return useSyncExternalStore(waitingEntries.subscribe, waitingEntries.all);
}

/** Why the last entry could not be kept, or why the server does not take what waits. */
export function useQueueProblem(): string | undefined {
  return useSyncExternalStore(waitingEntries.subscribe, waitingEntries.problem);
}

/** Puts an entry on a specimen's tape; false where the browser cannot keep it, and nothing was entered. */
export function append(specimenId: string, entry: Entry): boolean {
  return waitingEntries.add(specimenId, entry);
}

/** Makes a specimen with its first entry; false as above. */
export function appendFirst(specimenId: string, entry: Entry): boolean {
  const isKept = append(specimenId, entry);
  if (isKept) unborn.add(specimenId);
  return isKept;
}

export function isUnborn(specimenId: string): boolean {
  return unborn.has(specimenId);
}
