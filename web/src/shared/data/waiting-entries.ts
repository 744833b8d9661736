import type { Entry } from '@mindful-probe/core';
import { isForLater, ProblemError, type postJson } from './api.ts';
import type { BrowserStorage } from './browser-storage.ts';

/** An entry that the server has not acknowledged yet. */
export interface WaitingEntry {
  readonly specimenId: string;
  readonly entry: Entry;
  /** Order of entering, over all tabs. */
  readonly order: number;
  /** The server's words, where it refused it for good. */
  readonly refused?: string;
}

const PREFIX = 'probe.waiting.';
const RETRY_MS = [500, 1000, 2000, 5000, 10_000] as const;
/** The server takes so many in one request. */
const AT_ONCE = 200;

/** Another tab sends its own at once; what is still there after this is taken for left behind. */
const LEFT_BEHIND_MS = 2500;

/** What the queue needs of the world around it. */
export interface QueueSurroundings {
  readonly storage: BrowserStorage;
  readonly send: typeof postJson;
  /** What landed by this tab: the tape has it before the queue lets go of it. */
  readonly onLanded: (specimenId: string, landed: readonly { seq: number; entry: Entry }[]) => Promise<void>;
  /** Another tab has sent something of these specimens. */
  readonly onLandedElsewhere: (specimenIds: ReadonlySet<string>) => void;
  /** Runs it unless another tab is at it, and says whether it ran. */
  readonly alone: (work: () => Promise<void>) => Promise<boolean>;
}

/**
 * What was entered, in any tab, and is not on the server yet. Each entry is a key of its own in the browser's storage,
 * so a reload keeps it and two tabs never overwrite each other; sending one twice is harmless, as the server knows ids.
 * Every tab sees the entries of all, and sends what a closed one left.
 */
export class WaitingEntries {
  private list: readonly WaitingEntry[];
  private readonly listeners = new Set<() => void>();
  private timer: ReturnType<typeof setTimeout> | undefined;
  private dueAt = Number.POSITIVE_INFINITY;
  private failures = 0;
  private sending = false;
  private trouble: string | undefined;

  constructor(private readonly around: QueueSurroundings) {
    this.list = this.readAll();
    if (this.list.length > 0) this.soon(0);
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  all = (): readonly WaitingEntry[] => this.list;

  /** Why the last entry could not be kept, or why the server does not take what waits; undefined where all is well. */
  problem = (): string | undefined => this.trouble;

  /**
   * Keeps an entry and sends it as soon as it can be.
   *
   * @returns false where the browser does not keep it, so that nothing was entered: `problem` says why
   */
  add(specimenId: string, entry: Entry): boolean {
    const order = Math.max(Date.now(), (this.list.at(-1)?.order ?? 0) + 1);
    const waiting: WaitingEntry = { specimenId, entry, order };
    const isKept = this.around.storage.set(PREFIX + entry.id, JSON.stringify(waiting));
    this.trouble = isKept
      ? undefined
      : 'Not entered: this browser has no room for it, or lets the page keep nothing. Make room, or allow this address to store data.';
    this.set(isKept ? [...this.list, waiting] : this.list);
    if (isKept) this.soon(0);
    return isKept;
  }

  /** Another tab entered or sent something. */
  reread = (): void => {
    const known = new Set(this.list.map(({ entry }) => entry.id));
    const now = this.readAll();
    const left = new Set(now.map(({ entry }) => entry.id));
    const gone = this.list.filter(({ entry }) => !left.has(entry.id));
    this.set(now);
    if (gone.length > 0) this.around.onLandedElsewhere(new Set(gone.map(({ specimenId }) => specimenId)));
    if (now.some(({ entry, refused }) => refused === undefined && !known.has(entry.id))) this.soon(LEFT_BEHIND_MS);
  };

  /** Forgets a refused entry. */
  dismiss(entryId: string): void {
    this.forget([entryId]);
  }

  /** Tries at once: the line is back, or the tab is shown again. */
  nudge = (): void => {
    if (this.list.some(({ refused }) => refused === undefined)) this.soon(0);
  };

  /** What is due earlier stays so: another tab's entries hold up none of this one's. */
  private soon(delayMs: number): void {
    const at = Date.now() + delayMs;
    if (at >= this.dueAt) return;
    clearTimeout(this.timer);
    this.dueAt = at;
    this.timer = setTimeout(() => {
      this.dueAt = Number.POSITIVE_INFINITY;
      void this.flush();
    }, delayMs);
  }

  private async flush(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    try {
      const ran = await this.around.alone(async () => {
        for (let next = this.nextBatch(); next; next = this.nextBatch()) await this.sendBatch(next);
      });
      this.failures = 0;
      if (ran) this.say(undefined);
      if (!ran) this.soon(LEFT_BEHIND_MS);
    } catch (error) {
      // Silence is said by how many wait; an answer has words of its own.
      this.say(error instanceof ProblemError ? error.message : undefined);
      this.soon(RETRY_MS[Math.min(this.failures, RETRY_MS.length - 1)] as number);
      this.failures += 1;
    } finally {
      this.sending = false;
    }
  }

  private nextBatch(): { specimenId: string; entries: readonly Entry[] } | undefined {
    const open = this.list.filter(({ refused }) => refused === undefined);
    const specimenId = open[0]?.specimenId;
    if (specimenId === undefined) return undefined;
    return {
      specimenId,
      entries: open
        .filter((waiting) => waiting.specimenId === specimenId)
        .slice(0, AT_ONCE)
        .map(({ entry }) => entry),
    };
  }

  /** Making the specimen and adding to it is one request, so a specimen made without a server is sent the same way. */
  private async sendBatch({ specimenId, entries }: { specimenId: string; entries: readonly Entry[] }): Promise<void> {
    try {
      const { landed } = await this.around.send<{ landed: { id: string; seq: number }[] }>('/api/specimens', { id: specimenId, entries });
      const seqOf = new Map(landed.map(({ id, seq }) => [id, seq]));
      await this.around.onLanded(
        specimenId,
        entries.flatMap((entry) => (seqOf.has(entry.id) ? [{ seq: seqOf.get(entry.id) as number, entry }] : [])),
      );
      this.forget(entries.map(({ id }) => id));
    } catch (error) {
      if (!(error instanceof ProblemError) || isForLater(error.status)) throw error;
      if (entries.length > 1) {
        // One of them is at fault: find it by sending them one by one.
        for (const entry of entries) await this.sendBatch({ specimenId, entries: [entry] });
        return;
      }
      this.refuse(entries[0] as Entry, error.message);
    }
  }

  private refuse(entry: Entry, reason: string): void {
    const list = this.list.map((waiting) => (waiting.entry.id === entry.id ? { ...waiting, refused: reason } : waiting));
    const waiting = list.find((candidate) => candidate.entry.id === entry.id);
    if (waiting) this.around.storage.set(PREFIX + entry.id, JSON.stringify(waiting));
    this.set(list);
  }

  private forget(ids: readonly string[]): void {
    for (const id of ids) this.around.storage.remove(PREFIX + id);
    this.set(this.list.filter(({ entry }) => !ids.includes(entry.id)));
  }

  private say(problem: string | undefined): void {
    if (problem === this.trouble) return;
    this.trouble = problem;
    this.set(this.list);
  }

  private set(list: readonly WaitingEntry[]): void {
    this.list = list;
    for (const listener of this.listeners) listener();
  }

  private readAll(): readonly WaitingEntry[] {
    const found: WaitingEntry[] = [];
    for (const key of this.around.storage.keys()) {
      if (!key.startsWith(PREFIX)) continue;
      try {
        found.push(JSON.parse(this.around.storage.get(key) ?? '') as WaitingEntry);
      } catch {
        // Not ours, or half written by a dying tab: an entry that was never shown as kept.
      }
    }
    return found.sort((a, b) => a.order - b.order);
  }
}

/** Whether a change of the browser's storage, as another tab made it, is one of the queue; undefined is all of it. */
export function isOfQueue(key: string | null): boolean {
  return key === null || key.startsWith(PREFIX);
}
