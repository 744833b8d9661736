import type { Entry } from '@mindful-probe/core';
import { Inject, Injectable } from '@nestjs/common';
import { SpecimenNotFoundError } from '../errors/coded-errors.ts';
import { JOURNAL } from '../journal/journal.tokens.ts';
import type { TapeJournal } from '../journal/journal.ts';
import type { Appended, PlacedEntry } from './append-queue.ts';
import { type SpecimenRow, SpecimensRepository } from './specimens.repository.ts';
import { TapeFeed } from './tape-feed.ts';

/** Specimens on the shelf and their tapes. */
@Injectable()
export class SpecimensService {
  constructor(
    private readonly repository: SpecimensRepository,
    private readonly feed: TapeFeed,
    @Inject(JOURNAL) private readonly journal: TapeJournal,
  ) {}

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
}
