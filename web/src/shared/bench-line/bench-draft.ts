import { useCallback, useState } from 'react';

const PREFIX = 'probe.draft.';

/** What is being typed on a specimen's bench line; a reload keeps it. */
export function useBenchDraft(specimenId: string): readonly [string, (text: string) => void] {
  const [text, setText] = useState(() => localStorage.getItem(PREFIX + specimenId) ?? '');
  const keep = useCallback(
    (next: string) => {
      setText(next);
      if (next === '') localStorage.removeItem(PREFIX + specimenId);
      else localStorage.setItem(PREFIX + specimenId, next);
    },
    [specimenId],
  );
  return [text, keep];
}
