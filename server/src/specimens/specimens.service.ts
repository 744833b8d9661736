import type { Entry, Summary } from '@mindful-probe/core';
import { Inject, Injectable } from '@nestjs/common';
import { AnalysesService } from '../analyses/analyses.service.ts';
import { SpecimenNotFoundError } from '../errors/coded-errors.ts';
import { JOURNAL } from '../journal/journal.tokens.ts';
import type { TapeJournal } from '../journal/journal.ts';
import type { Appended, PlacedEntry } from './append-queue.ts';
import { type SpecimenRow, SpecimensRepository } from './specimens.repository.ts';
import { TapeFeed } from './tape-feed.ts';

export interface ShelfRow {
  readonly id: string;
  readonly createdAt: string;
  readonly lastSeq: number;
  readonly summary: Summary;
}

/** Summaries asked for at once: enough to keep the pool busy, few enough for its queue. */
const AT_ONCE = 8;

/** Specimens on the shelf and their tapes. */
@Injectable()
export class SpecimensService {
  /** A summary holds for as long as nothing lands on the tape. */
  private readonly summaries = new Map<string, { readonly lastSeq: number; readonly summary: Promise<Summary> }>();

  constructor(
    private readonly repository: SpecimensRepository,
    private readonly feed: TapeFeed,
    private readonly analyses: AnalysesService,
    @Inject(JOURNAL) private readonly journal: TapeJournal,
  ) {}

  async shelf(): Promise<ShelfRow[]> {
    const rows = await this.repository.list();
    const shelf: ShelfRow[] = [];
    for (let from = 0; from < rows.length; from += AT_ONCE) {
      const some = rows.slice(from, from + AT_ONCE);
      const summaries = await Promise.all(some.map((row) => this.summaryOf(row)));
      shelf.push(
        ...some.map(({ id, createdAt, lastSeq }, index) => ({
          id,
          createdAt: createdAt.toISOString(),
          lastSeq,
          summary: summaries[index] as Summary,
        })),
      );
    }
    return shelf;
  }

  /** Makes a specimen with its first entries, or adds what is missing where it is there already. */
  create(id: string, entries: readonly Entry[]): Promise<Appended> {
    return this.land(id, entries, true);
  }

  async append(id: string, entries: readonly Entry[]): Promise<readonly PlacedEntry[]> {
    return (await this.land(id, entries, false)).placed;
  }

  private async land(id: string, entries: readonly Entry[], makes: boolean): Promise<Appended> {
    const appended = await this.repository.append(id, entries, makes);
    const { placed, fresh } = appended;
    try {
      const last = Math.max(...placed.map(({ seq }) => seq));
      await this.journal.keep(id, last, fresh, (after) => this.repository.entriesAfter(id, after));
    } finally {
      // On the tape it is, also where the disk had no room and whoever sent it will send it again.
      this.feed.publish({ specimenId: id, lines: fresh });
    }
    return appended;
  }

  async tape(id: string, after: number): Promise<PlacedEntry[]> {
    await this.known(id);
    return this.repository.entriesAfter(id, after);
  }

  async ids(): Promise<string[]> {
    return (await this.repository.list()).map(({ id }) => id);
  }

  count(): Promise<number> {
    return this.repository.count();
  }

  async known(id: string): Promise<SpecimenRow> {
    const row = await this.repository.find(id);
    if (!row) throw new SpecimenNotFoundError(id);
    return row;
  }

  /** Two who ask for the shelf at once wait for the same summary. */
  private summaryOf({ id, lastSeq }: SpecimenRow): Promise<Summary> {
    const kept = this.summaries.get(id);
    if (kept?.lastSeq === lastSeq) return kept.summary;
    const summary = this.summarise(id);
    this.summaries.set(id, { lastSeq, summary });
    summary.catch(() => this.summaries.delete(id));
    return summary;
  }

  private async summarise(id: string): Promise<Summary> {
    const lines = await this.repository.entriesAfter(id, 0);
    return this.analyses.summarise(lines.map(({ entry }) => entry));
  }
}
