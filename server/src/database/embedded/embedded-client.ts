import { setTimeout } from 'node:timers/promises';
import { DatabaseGoneError } from '../../errors/coded-errors.ts';
import type { AppendOutcome, AppendRequest } from '../append-all.ts';
import type { Rows } from './embedded.worker.ts';
import type { EmbeddedThread, Queries, QueryOptions } from './embedded-thread.ts';

/** After a try that failed, so long until the next. */
const AGAIN_MS = 5000;

/** The embedded database for as long as the server runs: a thread that got stuck is replaced by a new one. */
export class EmbeddedClient implements Queries {
  private replacing = false;
  private isClosed = false;

  /** @param open opens the folder again in a new thread, with everything in it that was acknowledged */
  constructor(
    private thread: EmbeddedThread,
    private readonly open: () => Promise<EmbeddedThread>,
    private readonly againMs = AGAIN_MS,
  ) {}

  /** @throws DatabaseGoneError while there is no thread that answers */
  async query(sql: string, params?: readonly unknown[], options?: QueryOptions): Promise<Rows> {
    return this.current().query(sql, params, options);
  }

  /** As `EmbeddedThread.transaction`. @throws DatabaseGoneError */
  async transaction<T>(work: (queries: Queries) => Promise<T>): Promise<T> {
    return this.current().transaction(work);
  }

  /** As `AppendAll`. @throws DatabaseGoneError */
  async append(requests: readonly AppendRequest[]): Promise<readonly AppendOutcome[]> {
    return this.current().append(requests);
  }

  async close(): Promise<void> {
    this.isClosed = true;
    await this.thread.close();
  }

  private current(): EmbeddedThread {
    if (!this.thread.hasEnded) return this.thread;
    if (!this.replacing) void this.replace();
    throw new DatabaseGoneError();
  }

  private async replace(): Promise<void> {
    this.replacing = true;
    while (!this.isClosed) {
      const opened = await this.open().catch(() => undefined);
      if (opened) {
        this.thread = opened;
        break;
      }
      await setTimeout(this.againMs, undefined, { ref: false });
    }
    if (this.isClosed) await this.thread.close();
    this.replacing = false;
  }
}
