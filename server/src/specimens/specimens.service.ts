import { type Entry, replay, type Summary, summarise } from '@mindful-probe/core';
import { Injectable } from '@nestjs/common';
import { SpecimenNotFoundError } from '../errors/coded-errors.ts';
import { type PlacedEntry, type SpecimenRow, SpecimensRepository } from './specimens.repository.ts';
import { TapeFeed } from './tape-feed.ts';

export interface ShelfRow {
  readonly id: string;
  readonly createdAt: string;
  readonly lastSeq: number;
  readonly summary: Summary;
}

/** Specimens on the shelf and their tapes. */
@Injectable()
export class SpecimensService {
  /** A summary holds for as long as nothing lands on the tape. */
  private readonly summaries = new Map<string, { lastSeq: number; summary: Summary }>();

  constructor(
    private readonly repository: SpecimensRepository,
    private readonly feed: TapeFeed,
  ) {}

  async shelf(): Promise<ShelfRow[]> {
    const rows = await this.repository.list();
    const shelf: ShelfRow[] = [];
    for (const row of rows) {
      const { id, createdAt, lastSeq } = row;
      shelf.push({ id, createdAt: createdAt.toISOString(), lastSeq, summary: await this.summaryOf(row) });
    }
    return shelf;
  }

  /** Makes a specimen with its first entries, or adds what is missing where it is there already. */
  async create(id: string, entries: readonly Entry[]): Promise<{ created: boolean; placed: PlacedEntry[] }> {
    const created = await this.repository.create(id);
    return { created, placed: await this.append(id, entries) };
  }

  async append(id: string, entries: readonly Entry[]): Promise<PlacedEntry[]> {
    await this.known(id);
    const { placed, fresh } = await this.repository.append(id, entries);
    this.feed.publish({ specimenId: id, lines: fresh });
    return placed;
  }

  async tape(id: string, after: number): Promise<PlacedEntry[]> {
    await this.known(id);
    return this.repository.entriesAfter(id, after);
  }

  async known(id: string): Promise<SpecimenRow> {
    const row = await this.repository.find(id);
    if (!row) throw new SpecimenNotFoundError(id);
    return row;
  }

  private async summaryOf({ id, lastSeq }: SpecimenRow): Promise<Summary> {
    const kept = this.summaries.get(id);
    if (kept?.lastSeq === lastSeq) return kept.summary;
    const lines = await this.repository.entriesAfter(id, 0);
    const summary = summarise(replay(lines.map(({ entry }) => entry)));
    this.summaries.set(id, { lastSeq, summary });
    return summary;
  }
}
