import type { Entry } from '@mindful-probe/core';
import type { AppendAll, AppendOutcome, AppendRequest } from '../database/append-all.ts';
import { EntryClashError, SpecimenNotFoundError } from '../errors/coded-errors.ts';

/** An entry with its place on the tape. */
export interface PlacedEntry {
  readonly seq: number;
  readonly entry: Entry;
}

/** Where entries stand, in the order in which they were sent. */
export interface Appended {
  readonly placed: readonly PlacedEntry[];
  /** Those of them that were not there before. */
  readonly fresh: readonly PlacedEntry[];
  /** The specimen was made now. */
  readonly created: boolean;
}

/** What became of one request, or what kept it from being tried. */
type Outcome = AppendOutcome | { readonly failed: unknown };

interface Job {
  readonly request: AppendRequest;
  readonly done: (outcome: Outcome) => void;
}

/** Entries in one transaction, at most; a single request may have more. */
const ENTRIES_AT_ONCE = 2000;

/**
 * Appends, many in one transaction: what comes while one runs lands together in the next. A commit costs the same for
 * one entry as for hundreds.
 */
export class AppendQueue {
  private waiting: Job[] = [];
  private running = false;

  constructor(private readonly appendAll: AppendAll) {}

  /**
   * Appends what is not on the tape yet, in the order given.
   *
   * @throws EntryClashError where an id is taken by an entry that says something else, SpecimenNotFoundError; nothing of
   * this request is appended then
   */
  async append(specimenId: string, wanted: readonly Entry[], makes: boolean): Promise<Appended> {
    const entries = wanted.map((entry) => ({ id: entry.id, json: JSON.stringify(entry) }));
    const outcome = await this.outcomeOf({ specimenId, entries, makes });
    if ('failed' in outcome) throw outcome.failed;
    if ('refused' in outcome) {
      throw outcome.refused === 'entry-clash' ? new EntryClashError(outcome.entryId) : new SpecimenNotFoundError(specimenId);
    }
    const placed = outcome.places.map(({ seq }, index): PlacedEntry => ({ seq, entry: wanted[index] as Entry }));
    return { placed, fresh: placed.filter((_, index) => outcome.places[index]?.isFresh), created: outcome.created };
  }

  private outcomeOf(request: AppendRequest): Promise<Outcome> {
    return new Promise((done) => {
      this.waiting.push({ request, done });
      if (!this.running) void this.run();
    });
  }

  private async run(): Promise<void> {
    this.running = true;
    while (this.waiting.length > 0) {
      const jobs = this.nextJobs();
      const outcomes = await this.land(jobs.map(({ request }) => request));
      for (const [index, { done }] of jobs.entries()) done(outcomes[index] as Outcome);
    }
    this.running = false;
  }

  private nextJobs(): readonly Job[] {
    let [count, size] = [0, 0];
    while (count < this.waiting.length && (count === 0 || size + this.sizeOf(count) <= ENTRIES_AT_ONCE)) {
      size += this.sizeOf(count);
      count += 1;
    }
    return this.waiting.splice(0, count);
  }

  private sizeOf(index: number): number {
    return this.waiting[index]?.request.entries.length ?? 0;
  }

  private async land(requests: readonly AppendRequest[]): Promise<readonly Outcome[]> {
    try {
      return await this.appendAll(requests);
    } catch (failed) {
      if (requests.length === 1) return [{ failed }];
      // One of them may be at fault, and the others are not.
      return (await Promise.all(requests.map((request) => this.land([request])))).flat();
    }
  }
}
