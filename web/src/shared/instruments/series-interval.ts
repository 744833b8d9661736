import { useCallback, useState } from 'react';
import { browserStorage } from '../data/browser-storage.ts';

const KEY = 'probe.series-seconds';
const USUAL_SECONDS = 10;

/** How often a series takes a value, kept by the browser. */
export function useSeriesInterval(): readonly [number, (seconds: number) => void] {
  const [seconds, setSeconds] = useState(() => Number(browserStorage.get(KEY)) || USUAL_SECONDS);
  const choose = useCallback((next: number) => {
    browserStorage.set(KEY, String(next));
    setSeconds(next);
  }, []);
  return [seconds, choose];
}
