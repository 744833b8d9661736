import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import { DatabaseGoneError } from '../../errors/coded-errors.ts';
import type { AppendOutcome, AppendRequest } from '../append-all.ts';
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

/** A bug: answers come in the order of the questions. */
class OtherAnswerError extends Error {}

type Answered = Exclude<Answer, { refusal: Refusal }>;

interface Waiting {
  readonly resolve: (answer: Answered) => void;
  readonly reject: (error: Error) => void;
  /** Once the one before it is answered. */
  readonly longestMs: number;
}

/** The embedded database in a thread of its own: whatever it does, requests are answered, and it can be ended. */
export class EmbeddedThread implements Queries {
  private readonly waiting: Waiting[] = [];
  /** Of the first that waits. */
  private timer: NodeJS.Timeout | undefined;
  /** Settled when the last transaction that is asked from here is done. */
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
    return this.turn.then(() => this.ask(sql, params, options));
  }

  /** As `AppendAll`: a transaction within the thread, so that none of its steps waits for a turn of this one. */
  append(requests: readonly AppendRequest[]): Promise<readonly AppendOutcome[]> {
    return this.turn.then(async () => {
      const answer = await this.askFor({ kind: 'append', requests });
      if (!('outcomes' in answer)) throw new OtherAnswerError();
      return answer.outcomes;
    });
  }

  /** Everything that `work` asks stands together, or none of it where it throws. Nobody else asks meanwhile. */
  transaction<T>(work: (queries: Queries) => Promise<T>): Promise<T> {
    const mine = this.turn.then(async () => {
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
    this.turn = mine.catch(() => undefined);
    return mine;
  }

  /** Closes the database, and ends the thread also where it does not close. */
  async close(): Promise<void> {
    if (!this.ended) {
      // Also where what was asked before is not answered any more.
      const timer = setTimeout(() => this.end(), LONGEST_CLOSE_MS);
      await this.askFor({ kind: 'close' }).catch(() => undefined);
      clearTimeout(timer);
    }
    await this.worker.terminate();
  }

  private async ask(sql: string, params: readonly unknown[] = [], { rowMode, parsers }: QueryOptions = {}): Promise<Rows> {
    const asText = Object.keys(parsers ?? {}).map(Number);
    const answer = await this.askFor({ kind: 'query', sql, params, asText, ...(rowMode && { rowMode }) });
    if (!('rows' in answer)) throw new OtherAnswerError();
    return answer.rows;
  }

  private askFor(question: Question): Promise<Answered> {
    if (this.ended) return Promise.reject(new DatabaseGoneError());
    this.worker.postMessage(question);
    return this.answer();
  }

  /** The next answer that nobody waits for yet. */
  private answer(longestMs = this.longestAnswerMs): Promise<Answered> {
    return new Promise((resolve, reject) => {
      this.waiting.push({ resolve, reject, longestMs });
      if (this.waiting.length === 1) this.watch();
    });
  }

  /** Ends the thread where the first that waits waits too long. */
  private watch(): void {
    clearTimeout(this.timer);
    const [first] = this.waiting;
    this.timer = first && setTimeout(() => this.end(), first.longestMs).unref();
  }

  private take(answer: Answer): void {
    const waiting = this.waiting.shift();
    this.watch();
    if (!waiting) return;
    if ('refusal' in answer) waiting.reject(new EmbeddedError(answer.refusal));
    else waiting.resolve(answer);
  }

  private end(): void {
    if (this.ended) return;
    this.ended = true;
    for (const { reject } of this.waiting.splice(0)) reject(new DatabaseGoneError());
    clearTimeout(this.timer);
    void this.worker.terminate();
  }
}
