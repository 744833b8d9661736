import {
  benchContext,
  completeDraft,
  type Entry,
  type EntryDraft,
  entrySchema,
  parseBenchLine,
  replay,
  type TapeDocument,
  tapeDocument,
} from '@mindful-probe/core';

/** What somebody did at the bench, in order: bench lines as typed, or entries that a screen makes. */
export interface BenchScript {
  readonly id: string;
  readonly name: string;
  /** The day, `2026-03-07`. */
  readonly day: string;
  /** It is at work now: its times are moved to the time at which the demo is started. */
  readonly isOnTheBench?: true;
  /** Each with its time, `09:31`. */
  readonly moments: readonly (readonly [string, string | EntryDraft])[];
}

/**
 * Plays a script through the same grammar that users type into.
 *
 * @throws where a line cannot be read, or an entry cannot be taken: demo data have no rubbish in them
 */
export function playScript({ id, name, day, moments }: BenchScript): TapeDocument {
  const entries: Entry[] = [];
  const add = (draft: EntryDraft, time: string) => {
    const number = String(entries.length + 1).padStart(3, '0');
    entries.push(entrySchema.parse(completeDraft(draft, `${id}-${number}`, `${day}T${time}:00Z`)));
    const problem = replay(entries).tape.at(-1)?.problem;
    if (problem) throw new Error(`${id}, ${time}: ${problem}`);
  };
  add({ kind: 'name', name }, moments[0]?.[0] ?? '09:00');
  for (const [time, moment] of moments) {
    if (typeof moment !== 'string') {
      add(moment, time);
      continue;
    }
    const outcome = parseBenchLine(moment, benchContext(replay(entries)));
    if (outcome.kind !== 'entry' && outcome.kind !== 'answer') throw new Error(`${id}, ${time}: “${moment}”: ${JSON.stringify(outcome)}`);
    add({ ...outcome.draft, typed: moment }, time);
    for (const draft of outcome.kind === 'entry' ? (outcome.more ?? []) : []) add(draft, time);
  }
  return tapeDocument(id, entries);
}
