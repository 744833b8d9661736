import { DEFAULT_MAINS, type Mains } from '@mindful-probe/core';
import { useSyncExternalStore } from 'react';
import { browserStorage } from './browser-storage.ts';

const KEY = 'mindful-probe.mains';
const listeners = new Set<() => void>();
let known: Mains | undefined;

/** The mains that people of this bench have, kept by the browser. */
export function mainsSetting(): Mains {
  known ??= read();
  return known;
}

export function setMains(mains: Mains): void {
  known = mains;
  browserStorage.set(KEY, `${mains.volts} ${mains.hertz}`);
  for (const listener of listeners) listener();
}

export function useMains(): Mains {
  return useSyncExternalStore(subscribe, mainsSetting);
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

function read(): Mains {
  const [volts, hertz] = (browserStorage.get(KEY) ?? '').split(' ').map(Number);
  const isKnown = (volts === 100 || volts === 120 || volts === 230) && (hertz === 50 || hertz === 60);
  return isKnown ? { volts, hertz } : DEFAULT_MAINS;
}
