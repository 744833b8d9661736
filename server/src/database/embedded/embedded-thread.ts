import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import { DatabaseGoneError } from '../../errors/coded-errors.ts';
import type { Answer, Question, Refusal, Rows } from './embedded.worker.ts';

/** A thread reads JavaScript only, so tests that run this file from source take the built one. */
const FILE = fileURLToPath(
  new URL(import.meta.url.endsWith('.ts') ? '../../../dist/database/embedded/embedded.worker.js' : './embedded.worker.js', import.meta.url),
);
/** As for every thread here: one that is ended while it loads by `require` can take the process with it. */
const THREAD_FLAGS = ['--no-experimental-require-module'];
/**
 * Without an answer for so long the thread is taken to be stuck, which the database is when its disk fills up half-way
 * through a write. The longest question there is, 5,000 rows written at once, takes two seconds on a slow machine.
 */
const LONGEST_ANSWER_MS = 30_000;
/** A new database is made in three seconds on a slow machine, and a large one recovers its log. */
const LONGEST_OPEN_MS = 120_000;
const LONGEST_CLOSE_MS = 5000;

/** What the Drizzle driver asks of a query. */
export interface QueryOptions {
  readonly rowMode?: 'array' | 'object';
  /** By type; all of the driver's hand on the text, so that only the types are sent. */
  readonly parsers?: Readonly<Record<number, unknown>>;
}

/** What answers queries: the database, and a transaction in it. */
export interface Queries {
  query(sql: string, params?: readonly unknown[], options?: QueryOptions): Promise<Rows>;
}

/** What the database refuses, with its SQLSTATE. */
class EmbeddedError extends Error {
  readonly code: string | undefined;

  constructor({ message, code }: Refusal) {
    super(message);
    this.code = code;
  }
}

interface Waiting {
  readonly resolve: (rows: Rows) => void;
  readonly reject: (error: Error) => void;
  readonly timer: NodeJS.Timeout;
}

/** The embedded database in a thread of its own: whatever it does, requests are answered, and it can be ended. */
export class EmbeddedThread implements Queries {
  private readonly waiting: Waiting[] = [];
  /** Settled when whoever has the database now is done with it. */
  private turn: Promise<unknown> = Promise.resolve();
  private ended = false;

  private constructor(
    private readonly worker: Worker,
    private readonly longestAnswerMs: number,
  ) {
    worker.on('message', (answer: Answer) => this.take(answer));
    worker.on('error', () => this.end());
    worker.on('exit', () => this.end());
  }

  /**
   * Opens the database in a folder, made where it is not there.
   *
   * @throws what the database throws where it cannot be opened, DatabaseGoneError where it does not answer
   */
  static async open(folder: string, longestAnswerMs = LONGEST_ANSWER_MS): Promise<EmbeddedThread> {
    const thread = new EmbeddedThread(new Worker(FILE, { workerData: folder, execArgv: THREAD_FLAGS }), longestAnswerMs);
    try {
      await thread.answer(LONGEST_OPEN_MS);
      return thread;
    } catch (error) {
      await thread.worker.terminate();
      throw error;
    }
  }

  /** It does not answer any more, and never will again. */
  get hasEnded(): boolean {
    return this.ended;
  }

  query(sql: string, params: readonly unknown[] = [], options: QueryOptions = {}): Promise<Rows> {
    return this.inTurn(() => this.ask(sql, params, options));
  }

  /** Everything that `work` asks stands together, or none of it where it throws. Nobody else asks meanwhile. */
  transaction<T>(work: (queries: Queries) => Promise<T>): Promise<T> {
    return this.inTurn(async () => {
      // Answers come in the order of the questions, so that the work need not wait for the beginning.
      const begun = this.ask('begin');
      begun.catch(() => undefined);
      try {
        const done = await work({ query: (sql, params, options) => this.ask(sql, params, options) });
        await begun;
        await this.ask('commit');
        return done;
      } catch (error) {
        await this.ask('rollback').catch(() => undefined);
        throw error;
      }
    });
  }

  /** Closes the database, and ends the thread also where it does not close. */
  async close(): Promise<void> {
    if (!this.ended) {
      this.worker.postMessage({ kind: 'close' } satisfies Question);
      await this.answer(LONGEST_CLOSE_MS).catch(() => undefined);
    }
    await this.worker.terminate();
  }

  private inTurn<T>(work: () => Promise<T>): Promise<T> {
    const mine = this.turn.then(work);
    this.turn = mine.catch(() => undefined);
    return mine;
  }

  private ask(sql: string, params: readonly unknown[] = [], { rowMode, parsers }: QueryOptions = {}): Promise<Rows> {
    if (this.ended) return Promise.reject(new DatabaseGoneError());
    const asText = Object.keys(parsers ?? {}).map(Number);
    this.worker.postMessage({ kind: 'query', sql, params, asText, ...(rowMode && { rowMode }) } satisfies Question);
    return this.answer();
  }

  /** The next answer that nobody waits for yet. */
  private answer(longestMs = this.longestAnswerMs): Promise<Rows> {
    return new Promise((resolve, reject) => {
      const timer = setTimeout(() => this.end(), longestMs).unref();
      this.waiting.push({ resolve, reject, timer });
    });
  }

  private take(answer: Answer): void {
    const waiting = this.waiting.shift();
    if (!waiting) return;
    clearTimeout(waiting.timer);
    if ('rows' in answer) waiting.resolve(answer.rows);
    else waiting.reject(new EmbeddedError(answer.refusal));
  }

  private end(): void {
    if (this.ended) return;
    this.ended = true;
    for (const { reject, timer } of this.waiting.splice(0)) {
      clearTimeout(timer);
      reject(new DatabaseGoneError());
    }
    void this.worker.terminate();
  }
}
