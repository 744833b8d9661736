import { useCallback, useEffect, useRef } from 'react';

/** Held for longer than this, the key means a series. */
const HOLD_MS = 700;

export interface SpaceKey {
  readonly onSpaceDown: (repeated: boolean) => void;
  readonly onSpaceUp: () => void;
}

/** Tells a tap on the space bar from a hold. A hold acts while the key is still down. */
export function useSpaceKey(onTap: () => void, onHold: () => void): SpaceKey {
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const acts = useRef({ onTap, onHold });
  useEffect(() => {
    acts.current = { onTap, onHold };
  });
  useEffect(() => () => clearTimeout(timer.current), []);
  const onSpaceDown = useCallback((repeated: boolean) => {
    if (repeated || timer.current !== undefined) return;
    timer.current = setTimeout(() => {
      timer.current = undefined;
      acts.current.onHold();
    }, HOLD_MS);
  }, []);
  const onSpaceUp = useCallback(() => {
    if (timer.current === undefined) return;
    clearTimeout(timer.current);
    timer.current = undefined;
    acts.current.onTap();
  }, []);
  return { onSpaceDown, onSpaceUp };
}
