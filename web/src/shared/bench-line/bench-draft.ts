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
