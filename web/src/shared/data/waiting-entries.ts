import type { Entry } from '@mindful-probe/core';
import { ProblemError, postJson } from './api.ts';

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

/**
 * What was entered and is not on the server yet. Each entry is a key of its own in local storage, so a reload keeps
 * it and two tabs never overwrite each other; sending one twice is harmless, as the server knows ids.
 */
export class WaitingEntries {
  private list: readonly WaitingEntry[];
  private readonly listeners = new Set<() => void>();
  private timer: ReturnType<typeof setTimeout> | undefined;
  private failures = 0;
  private sending = false;

  constructor(
    private readonly storage: Storage,
    private readonly send: typeof postJson = postJson,
    private readonly onLanded: (specimenId: string, landed: readonly { seq: number; entry: Entry }[]) => Promise<void> = async () => {},
  ) {
    this.list = this.readAll();
    if (this.list.length > 0) this.soon(0);
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  all = (): readonly WaitingEntry[] => this.list;

  /** Keeps an entry and sends it as soon as it can be. */
  add(specimenId: string, entry: Entry): void {
    const order = Math.max(Date.now(), (this.list.at(-1)?.order ?? 0) + 1);
    const waiting: WaitingEntry = { specimenId, entry, order };
    this.storage.setItem(PREFIX + entry.id, JSON.stringify(waiting));
    this.set([...this.list, waiting]);
    this.soon(0);
  }

  /** Forgets a refused entry. */
  dismiss(entryId: string): void {
    this.forget([entryId]);
  }

  /** Tries at once: the line is back, or the tab is shown again. */
  nudge = (): void => {
    if (this.list.some(({ refused }) => refused === undefined)) this.soon(0);
  };

  private soon(delayMs: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), delayMs);
  }

  private async flush(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    try {
      for (let next = this.nextBatch(); next; next = this.nextBatch()) await this.sendBatch(next);
      this.failures = 0;
    } catch {
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
      const { landed } = await this.send<{ landed: { id: string; seq: number }[] }>('/api/specimens', { id: specimenId, entries });
      const seqOf = new Map(landed.map(({ id, seq }) => [id, seq]));
      await this.onLanded(
        specimenId,
        entries.flatMap((entry) => (seqOf.has(entry.id) ? [{ seq: seqOf.get(entry.id) as number, entry }] : [])),
      );
      this.forget(entries.map(({ id }) => id));
    } catch (error) {
      if (!(error instanceof ProblemError) || error.status >= 500) throw error;
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
    if (waiting) this.storage.setItem(PREFIX + entry.id, JSON.stringify(waiting));
    this.set(list);
  }

  private forget(ids: readonly string[]): void {
    for (const id of ids) this.storage.removeItem(PREFIX + id);
    this.set(this.list.filter(({ entry }) => !ids.includes(entry.id)));
  }

  private set(list: readonly WaitingEntry[]): void {
    this.list = list;
    for (const listener of this.listeners) listener();
  }

  private readAll(): readonly WaitingEntry[] {
    const found: WaitingEntry[] = [];
    for (let index = 0; index < this.storage.length; index++) {
      const key = this.storage.key(index);
      if (!key?.startsWith(PREFIX)) continue;
      try {
        found.push(JSON.parse(this.storage.getItem(key) ?? '') as WaitingEntry);
      } catch {
        // Not ours, or half written by a dying tab: an entry that was never shown as kept.
      }
    }
    return found.sort((a, b) => a.order - b.order);
  }
}
