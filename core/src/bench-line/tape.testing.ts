import { completeDraft, type Entry, type EntryDraft, replay, type Specimen } from '../tape/index.ts';
import { type BenchOutcome, benchContext, parseBenchLine } from './index.ts';

/** A line as it is typed at the bench, or an entry that no line makes. */
export type TestLine = string | EntryDraft;

/** The tape that lines make, one after the other; throws where one is not taken. */
export function entriesOf(...lines: readonly TestLine[]): Entry[] {
  const entries: Entry[] = [];
  for (const [index, line] of lines.entries()) {
    const drafts = typeof line === 'string' ? draftsOf(line, entries).map((draft) => ({ ...draft, typed: line })) : [line];
    for (const [part, draft] of drafts.entries()) entries.push(completeDraft(draft, `entry-${index}-${part}`, '2026-03-07T10:00:00Z'));
  }
  return entries;
}

export function specimenOf(...lines: readonly TestLine[]): Specimen {
  return replay(entriesOf(...lines));
}

/** What a line means after others were entered. */
export function outcomeOf(line: string, ...before: readonly TestLine[]): BenchOutcome {
  return parseBenchLine(line, benchContext(specimenOf(...before)));
}

function draftsOf(line: string, entries: readonly Entry[]): readonly EntryDraft[] {
  const outcome = parseBenchLine(line, benchContext(replay(entries)));
  if (outcome.kind !== 'entry' && outcome.kind !== 'answer') throw new Error(`${line}: ${JSON.stringify(outcome)}`);
  return [outcome.draft, ...(outcome.kind === 'entry' ? (outcome.more ?? []) : [])];
}
