import { type EntryDraft, gatesOf, type OpenGate, type Specimen } from '@mindful-probe/core';
import { useCallback, useEffect, useMemo, useState } from 'react';

interface Gated {
  /** Records, but lets what powers the specimen wait at the gate. */
  readonly record: (draft: EntryDraft) => boolean;
  readonly gates: readonly OpenGate[];
  readonly open: boolean;
  /** Backs out of what waits; its line as it was typed, so that it is not lost. */
  readonly refuse: () => string | undefined;
}

/** Keeps live entries back until what must be true was confirmed in this sitting. */
export function useGate(specimen: Specimen, record: (draft: EntryDraft) => boolean): Gated {
  const [held, setHeld] = useState<EntryDraft>();
  // Asked at every entry, which is when it matters what the clock says.
  const gates = useMemo(() => gatesOf(specimen, new Date().toISOString()), [specimen]);
  const guarded = useCallback(
    (draft: EntryDraft) => {
      if (!powers(draft) || gates.length === 0) return record(draft);
      setHeld(draft);
      return true;
    },
    [gates, record],
  );
  useEffect(() => {
    if (!held || gates.length > 0) return;
    record(held);
    setHeld(undefined);
  }, [held, gates, record]);
  const refuse = () => {
    setHeld(undefined);
    return held?.typed;
  };
  return { record: guarded, gates, open: held !== undefined, refuse };
}

/** It brings power to the gadget. */
export function powers(draft: EntryDraft): boolean {
  return (draft.kind === 'state' && draft.state === 'live') || (draft.kind === 'reading' && draft.condition.state === 'live');
}
