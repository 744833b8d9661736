import { completeDraft, type Entry, type EntryDraft, replay, type Specimen } from '../tape/index.ts';
import { type BenchOutcome, benchContext, parseBenchLine } from './index.ts';

/** A line as it is typed at the bench, or an entry that no line makes. */
export type TestLine = string | EntryDraft;

/** A line with when it was entered on 7 March 2026, in hours and minutes. */
export type TimedLine = readonly [time: string, line: TestLine];

/** The tape that lines make, one after the other; throws where one is not taken. */
export function entriesOf(...lines: readonly TestLine[]): Entry[] {
  return timedEntriesOf(...lines.map((line): TimedLine => ['10:00', line]));
}

/** The same of lines that were entered at their times. */
export function timedEntriesOf(...lines: readonly TimedLine[]): Entry[] {
  const entries: Entry[] = [];
  for (const [index, [time, line]] of lines.entries()) {
    const drafts = typeof line === 'string' ? draftsOf(line, entries).map((draft) => ({ ...draft, typed: line })) : [line];
    for (const [part, draft] of drafts.entries()) entries.push(completeDraft(draft, `entry-${index}-${part}`, `2026-03-07T${time}:00Z`));
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
