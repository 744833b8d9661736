import { availableParallelism } from 'node:os';
import { setTimeout } from 'node:timers/promises';
import { driveBandOf, type ShelfPart, type ShelfRow, type Summary } from '@mindful-probe/core';
import { Injectable, Logger, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import { filter, firstValueFrom, map, type Observable, race, Subject, type Subscription, share, timer } from 'rxjs';
import { AnalysesService } from '../analyses/analyses.service.ts';
import { computationVersion } from './computation-version.ts';
import type { ShelfQuery } from './specimens.dto.ts';
import { SpecimensRepository } from './specimens.repository.ts';
import { SummariesRepository } from './summaries.repository.ts';
import { TapeFeed } from './tape-feed.ts';

/** Summaries worked out at once; whoever enters or looks something up needs a processor too. */
const AT_ONCE = Math.min(4, Math.max(1, availableParallelism() - 1));
/** Entries come in bursts; a row is worked out once they pause. */
const PAUSE_MS = 300;
/** While somebody enters, so many times as long as the last row took is left between two, for whoever waits for an answer. */
const REST = 4;
/** So long an answer waits for summaries that are missing altogether. */
const MOMENT_MS = 2000;

/**
 * The shelf, kept in memory: summaries are stored with what they were made from, worked out in the pool when their tape
 * has grown, and told one row at a time.
 */
@Injectable()
export class ShelfService implements OnModuleInit, OnModuleDestroy {
  private readonly logger = new Logger('Shelf');
  private readonly version = computationVersion();
  private readonly rows = new Map<string, ShelfRow>();
  private readonly changed = new Subject<ShelfRow>();
  private readonly told = this.changed.pipe(
    map((row) => JSON.stringify({ row })),
    share(),
  );
  /** To be worked out, the latest wanted first. */
  private readonly due = new Set<string>();
  private readonly pauses = new Map<string, NodeJS.Timeout>();
  private working = 0;
  /** When something landed last, by the clock that never goes back. */
  private landedAtMs = Number.NEGATIVE_INFINITY;
  private isEnding = false;
  private loaded: Promise<void> | undefined;
  private following: Subscription | undefined;

  constructor(
    private readonly specimens: SpecimensRepository,
    private readonly stored: SummariesRepository,
    private readonly feed: TapeFeed,
    private readonly analyses: AnalysesService,
  ) {}

  onModuleInit(): void {
    this.following = this.feed.all().subscribe(({ specimenId, lines }) => {
      const last = lines.at(-1)?.seq ?? 0;
      const known = this.rows.get(specimenId) ?? { id: specimenId, createdAt: new Date().toISOString(), lastSeq: 0 };
      this.rows.set(specimenId, { ...known, lastSeq: Math.max(last, known.lastSeq) });
      this.landedAtMs = performance.now();
      this.wantAfterPause(specimenId);
    });
  }

  onModuleDestroy(): void {
    this.isEnding = true;
    this.following?.unsubscribe();
    for (const pause of this.pauses.values()) clearTimeout(pause);
  }

  /** Rows that changed, as JSON, which is made once for however many listen. */
  changes(): Observable<string> {
    return this.told;
  }

  async part(query: ShelfQuery): Promise<ShelfPart> {
    await this.load();
    const found = [...this.rows.values()].filter((row) => answers(row, query)).sort(ORDERS[query.sort]);
    const specimens = found.slice(query.from, query.from + query.count);
    // What is looked at is worked out first, and a moment later it mostly is.
    const missing = specimens.filter(({ summary }) => summary === undefined).map(({ id }) => id);
    for (const id of missing) if (this.due.delete(id)) this.due.add(id);
    if (missing.length > 0 && query.wait) await this.untilThere(missing);
    return { specimens: specimens.map(({ id }) => this.rows.get(id) as ShelfRow), found: found.length, total: this.rows.size };
  }

  /** Waits a moment for rows that have no summary yet. */
  private untilThere(ids: readonly string[]): Promise<unknown> {
    const isThere = () => ids.every((id) => this.rows.get(id)?.summary !== undefined);
    return firstValueFrom(race(this.changed.pipe(filter(isThere)), timer(MOMENT_MS)), { defaultValue: undefined });
  }

  /** Rows as they are stored; those without a summary of now are worked out from here on. */
  private load(): Promise<void> {
    this.loaded ??= this.stored.all(this.version).then((rows) => {
      for (const { id, createdAt, lastSeq, summary } of rows) {
        const known = this.rows.get(id);
        if (known && known.lastSeq >= lastSeq && known.summary) continue;
        this.rows.set(id, { id, createdAt: createdAt.toISOString(), lastSeq, ...(summary && { summary }) });
        if (!summary) this.want(id);
      }
    });
    return this.loaded;
  }

  private wantAfterPause(id: string): void {
    const pause = this.pauses.get(id);
    if (pause) {
      pause.refresh();
      return;
    }
    const over = () => {
      this.pauses.delete(id);
      this.want(id);
    };
    this.pauses.set(id, globalThis.setTimeout(over, PAUSE_MS));
  }

  private want(id: string): void {
    this.due.add(id);
    while (this.working < AT_ONCE && this.due.size > 0 && !this.isEnding) void this.workOutNext();
  }

  private async workOutNext(): Promise<void> {
    const id = [...this.due].at(-1) as string;
    this.due.delete(id);
    this.working += 1;
    const begunMs = performance.now();
    try {
      await this.workOut(id);
    } catch (error) {
      if (!this.isEnding) this.logger.warn(`The row of ${id} could not be worked out: ${error instanceof Error ? error.message : error}`);
    } finally {
      const endedMs = performance.now();
      if (endedMs - this.landedAtMs < PAUSE_MS) await setTimeout((endedMs - begunMs) * REST, undefined, { ref: false });
      this.working -= 1;
      if (this.due.size > 0 && !this.isEnding) void this.workOutNext();
    }
  }

  private async workOut(id: string): Promise<void> {
    const { lastSeq, json } = await this.specimens.tapeText(id);
    const summary = await this.analyses.summarise(json);
    if (this.isEnding) return;
    // A row that cannot be stored now, as on a full disk, is shown all the same, and worked out anew after the next start.
    await this.stored.put(id, lastSeq, this.version, summary).catch(() => undefined);
    const known = this.rows.get(id);
    const row: ShelfRow = { createdAt: new Date().toISOString(), ...known, id, lastSeq, summary };
    // More may have landed meanwhile, and is wanted by itself.
    this.rows.set(id, { ...row, lastSeq: Math.max(lastSeq, known?.lastSeq ?? 0) });
    this.changed.next(row);
  }
}

function answers({ id, summary }: ShelfRow, { search, stage, findings, drive, due }: ShelfQuery): boolean {
  if (search !== '' && !`${summary?.name ?? ''} ${summary?.supply ?? ''} ${id}`.toLowerCase().includes(search.toLowerCase())) return false;
  if (stage !== undefined && summary?.furthest !== stage) return false;
  if (due && !summary?.due?.length) return false;
  if (drive !== undefined && driveBandOf(summary ?? {}) !== drive) return false;
  return findings === undefined || (summary !== undefined && findingsOf(summary) === findings);
}

function findingsOf({ worst, caution, doubts, undecided = 0 }: Summary): ShelfQuery['findings'] {
  if (worst !== undefined) return 'unsafe';
  if (caution !== undefined || doubts > 0) return 'caution';
  return undecided > 0 ? 'open' : 'none';
}

const driveOf = ({ summary }: ShelfRow) => summary?.drive?.ratio.value ?? -1;
const nameOf = ({ summary, id }: ShelfRow) => summary?.name ?? id;
const byAge = (a: ShelfRow, b: ShelfRow) => a.createdAt.localeCompare(b.createdAt) || a.id.localeCompare(b.id);

const ORDERS: Readonly<Record<ShelfQuery['sort'], (a: ShelfRow, b: ShelfRow) => number>> = {
  drive: (a, b) => driveOf(b) - driveOf(a) || byAge(a, b),
  name: (a, b) => nameOf(a).localeCompare(nameOf(b)) || byAge(a, b),
  newest: (a, b) => byAge(b, a),
};
