import { benchContext, completeDraft, type Entry, type EntryDraft, parseBenchLine, replay } from '@mindful-probe/core';
import { render } from '@testing-library/react';
import { type ReactNode, useState } from 'react';
import { MemoryRouter } from 'react-router';
import { SWRConfig } from 'swr';
import { type OpenSpecimen, SpecimenProvider } from '../shared/data/open-specimen.tsx';
import type { WaitingEntry } from '../shared/data/waiting-entries.ts';

/** A line of the bench, or an entry that no line makes. */
export type TestLine = string | EntryDraft;

/** The tape that lines make, one after the other; throws where one is not taken. */
export function entriesOf(...lines: readonly TestLine[]): Entry[] {
  const entries: Entry[] = [];
  for (const line of lines) entries.push(entryOf(draftOf(line, entries), entries.length));
  return entries;
}

function draftOf(line: TestLine, entries: readonly Entry[]): EntryDraft {
  if (typeof line !== 'string') return line;
  const outcome = parseBenchLine(line, benchContext(replay(entries)));
  if (outcome.kind !== 'entry' && outcome.kind !== 'answer') throw new Error(`${line}: ${JSON.stringify(outcome)}`);
  return { ...outcome.draft, typed: line };
}

function entryOf(draft: EntryDraft, place: number): Entry {
  return completeDraft(draft, `entry-${place}-t`, '2026-03-07T10:00:00Z');
}

interface Opened {
  readonly lines?: readonly TestLine[];
  readonly waiting?: readonly WaitingEntry[];
}

/**
 * Draws something that stands on an open specimen, as the workspace does: what it records lands on the tape, and it is
 * drawn again.
 */
export function renderOpen(children: ReactNode, opened: Opened = {}) {
  const recorded: EntryDraft[] = [];
  const suggested: string[] = [];
  const view = render(
    <MemoryRouter initialEntries={['/specimens/clip/trace']}>
      <SWRConfig value={{ provider: () => new Map(), dedupingInterval: 0, shouldRetryOnError: false }}>
        <Workspace opened={opened} onRecord={(draft) => void recorded.push(draft)} onSuggest={(line) => void suggested.push(line)}>
          {children}
        </Workspace>
      </SWRConfig>
    </MemoryRouter>,
  );
  return { ...view, recorded, suggested };
}

interface WorkspaceProps {
  readonly opened: Opened;
  readonly onRecord: (draft: EntryDraft) => void;
  readonly onSuggest: (line: string) => void;
  readonly children: ReactNode;
}

function Workspace({ opened: { lines = [], waiting = [] }, onRecord, onSuggest, children }: WorkspaceProps) {
  const [entries, setEntries] = useState(() => entriesOf(...lines));
  const open: OpenSpecimen = {
    id: 'clip',
    entries,
    specimen: replay(entries),
    waiting,
    isStale: false,
    analysis: undefined,
    record: (draft) => {
      onRecord(draft);
      setEntries((known) => [...known, entryOf(draft, known.length)]);
      return true;
    },
    suggest: onSuggest,
    write: onSuggest,
  };
  return <SpecimenProvider value={open}>{children}</SpecimenProvider>;
}

/** A clip-on lamp on a phone charger: enough to solve. */
export const CLIP: readonly TestLine[] = ['claim 5v body', 'V1 5v usb', 'R1 27r on V1.+ B', 'D1 led white on B V1.-'];
