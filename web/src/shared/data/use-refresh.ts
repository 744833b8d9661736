import { useCallback, useEffect, useRef } from 'react';

interface Refresh {
  /** Asks anew, at once or when the answer that is on its way is here. */
  readonly refresh: () => void;
  /** Whether an answer is on its way: what is changed now would throw it away. */
  readonly isOnItsWay: () => boolean;
}

/**
 * Asking anew without losing an answer: a change of what is known throws away the one that is on its way, and where
 * changes come faster than answers nothing would ever be shown.
 */
export function useRefresh(isValidating: boolean, mutate: () => Promise<unknown>): Refresh {
  const onItsWay = useRef(false);
  const hasMissed = useRef(false);
  const refresh = useCallback(() => {
    if (onItsWay.current) hasMissed.current = true;
    else void mutate();
  }, [mutate]);
  useEffect(() => {
    onItsWay.current = isValidating;
    if (isValidating || !hasMissed.current) return;
    hasMissed.current = false;
    void mutate();
  }, [isValidating, mutate]);
  const isOnItsWay = useCallback(() => onItsWay.current, []);
  return { refresh, isOnItsWay };
}
