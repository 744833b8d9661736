import type { InstrumentNow } from '@mindful-probe/core';
import { useCallback, useState } from 'react';
import { browserStorage } from '../data/browser-storage.ts';

const PREFIX = 'probe.gadget.';

/**
 * Which of the stand-ins' gadgets is on the bench for a specimen: the one of its name, or the one that was chosen.
 *
 * @returns undefined as the gadget while none is
 */
export function useBenchGadget(
  specimenId: string,
  instruments: readonly InstrumentNow[],
): { gadgets: readonly string[]; gadget: string | undefined; choose: (gadget: string) => void } {
  const [chosen, setChosen] = useState(() => browserStorage.get(PREFIX + specimenId));
  const gadgets = instruments.find((instrument) => instrument.gadgets)?.gadgets ?? [];
  const choose = useCallback(
    (gadget: string) => {
      browserStorage.set(PREFIX + specimenId, gadget);
      setChosen(gadget);
    },
    [specimenId],
  );
  const wanted = chosen ?? specimenId;
  return { gadgets, gadget: gadgets.includes(wanted) ? wanted : undefined, choose };
}
