import { useCallback, useState } from 'react';

const KEY = 'probe.series-seconds';
const USUAL_SECONDS = 10;

/** How often a series takes a value, kept by the browser. */
export function useSeriesInterval(): readonly [number, (seconds: number) => void] {
  const [seconds, setSeconds] = useState(() => Number(localStorage.getItem(KEY)) || USUAL_SECONDS);
  const choose = useCallback((next: number) => {
    localStorage.setItem(KEY, String(next));
    setSeconds(next);
  }, []);
  return [seconds, choose];
}
