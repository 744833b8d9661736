import { useCallback, useState } from 'react';
import { browserStorage } from '../data/browser-storage.ts';

const PREFIX = 'probe.draft.';

/** What is being typed on a specimen's bench line; a reload keeps it. */
export function useBenchDraft(specimenId: string): readonly [string, (text: string) => void] {
  const [text, setText] = useState(() => browserStorage.get(PREFIX + specimenId) ?? '');
  const keep = useCallback(
    (next: string) => {
      setText(next);
      if (next === '') browserStorage.remove(PREFIX + specimenId);
      else browserStorage.set(PREFIX + specimenId, next);
    },
    [specimenId],
  );
  return [text, keep];
}

/** What stands half-typed on the bench line of a specimen. */
export function draftOf(specimenId: string): string {
  return (browserStorage.get(PREFIX + specimenId) ?? '').trim();
}

/** Leaves something on the bench line of a specimen that is opened next; what is being typed there stays. */
export function leaveDraft(specimenId: string, text: string): void {
  if (draftOf(specimenId) === '') putDraft(specimenId, text);
}

/** The same in the place of what is being typed there. */
export function putDraft(specimenId: string, text: string): void {
  browserStorage.set(PREFIX + specimenId, text);
}
