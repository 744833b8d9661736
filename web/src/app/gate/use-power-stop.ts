import { type DeadCheck, type EntryDraft, POWER_ANYWAY, type Specimen } from '@mindful-probe/core';
import { useCallback, useState } from 'react';
import { powers } from './use-gate.ts';

interface PowerStop {
  /** Records, but holds back what powers it while a check before power is wrong. */
  readonly record: (draft: EntryDraft) => boolean;
  readonly open: boolean;
  /** Backs out; its line as it was typed. */
  readonly refuse: () => string | undefined;
  readonly anyway: () => void;
}

/** Keeps the power off while a check before power is wrong. */
export function usePowerStop(specimen: Specimen, stops: readonly DeadCheck[], record: (draft: EntryDraft) => boolean): PowerStop {
  const [held, setHeld] = useState<EntryDraft>();
  const isStopped = stops.length > 0 && specimen.state === specimen.reworks.length;
  const guarded = useCallback(
    (draft: EntryDraft) => {
      if (!isStopped || !powers(draft)) return record(draft);
      setHeld(draft);
      return true;
    },
    [isStopped, record],
  );
  const refuse = () => {
    setHeld(undefined);
    return held?.typed;
  };
  const anyway = () => {
    const rework = specimen.reworks.at(-1);
    if (!held || !rework) return;
    record({ kind: 'tick', rework: rework.id, step: POWER_ANYWAY });
    record(held);
    setHeld(undefined);
  };
  return { record: guarded, open: held !== undefined, refuse, anyway };
}
