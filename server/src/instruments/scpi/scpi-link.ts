import { connect, type Socket } from 'node:net';
import { InstrumentAwayError, InstrumentBusyError, InstrumentSilentError } from '../instrument-errors.ts';
import { AnswerReader } from './answer-reader.ts';

/** How it stands with an instrument's line. */
export type LinkState =
  | { readonly kind: 'connecting' }
  | { readonly kind: 'ready' }
  /** Tried again at that time, in milliseconds of the epoch. */
  | { readonly kind: 'away'; readonly why: string; readonly retryAt: number };

interface LinkOptions {
  readonly host: string;
  readonly port: number;
  readonly timeoutMs?: number;
  readonly onState?: (state: LinkState) => void;
}

const TIMEOUT_MS = 3000;
const FIRST_RETRY_MS = 500;
const LAST_RETRY_MS = 15_000;
/** Questions that may wait; a bench asks one thing at a time. */
const QUEUE_ROOM = 32;

interface Task {
  readonly message: string;
  readonly wantsAnswer: boolean;
  readonly timeoutMs: number;
  readonly done: (answer: string) => void;
  readonly failed: (error: Error) => void;
}

/**
 * One instrument's line: one question at a time, each with its time limit. A line that is cut is tried again by itself,
 * each time a little later; whoever asks meanwhile is told at once.
 */
export class ScpiLink {
  private socket: Socket | undefined;
  private reader = new AnswerReader();
  private current: (Task & { timer: NodeJS.Timeout }) | undefined;
  private readonly queue: Task[] = [];
  private retryMs = FIRST_RETRY_MS;
  private retry: NodeJS.Timeout | undefined;
  private closed = false;
  private known: LinkState = { kind: 'connecting' };

  constructor(private readonly options: LinkOptions) {
    this.open();
  }

  get state(): LinkState {
    return this.known;
  }

  /** Sends a question and waits for its answer. @throws InstrumentAwayError, InstrumentSilentError, InstrumentBusyError */
  ask(message: string, timeoutMs = this.options.timeoutMs ?? TIMEOUT_MS): Promise<string> {
    return this.enqueue(message, true, timeoutMs);
  }

  /** Sends what has no answer. */
  async tell(message: string): Promise<void> {
    await this.enqueue(message, false, this.options.timeoutMs ?? TIMEOUT_MS);
  }

  close(): void {
    this.closed = true;
    clearTimeout(this.retry);
    this.fail(new InstrumentAwayError('it was taken off the list'));
    this.socket?.destroy();
  }

  private enqueue(message: string, wantsAnswer: boolean, timeoutMs: number): Promise<string> {
    const { known } = this;
    if (known.kind === 'away') return Promise.reject(new InstrumentAwayError(known.why));
    if (this.queue.length >= QUEUE_ROOM) return Promise.reject(new InstrumentBusyError());
    return new Promise((done, failed) => {
      this.queue.push({ message, wantsAnswer, timeoutMs, done, failed });
      this.next();
    });
  }

  private next(): void {
    if (this.current || this.known.kind !== 'ready') return;
    const task = this.queue.shift();
    if (!task) return;
    this.socket?.write(`${task.message}\n`, 'latin1');
    if (!task.wantsAnswer) {
      task.done('');
      this.next();
      return;
    }
    // An answer that comes too late would be taken for that of the next question, so the line begins anew.
    const timer = setTimeout(() => this.cut(new InstrumentSilentError(task.message, task.timeoutMs)), task.timeoutMs);
    this.current = { ...task, timer };
  }

  private open(): void {
    if (this.closed) return;
    const { host, port, timeoutMs = TIMEOUT_MS } = this.options;
    if (this.known.kind !== 'connecting') this.become({ kind: 'connecting' });
    this.reader = new AnswerReader();
    const socket = connect({ host, port });
    this.socket = socket;
    socket.setNoDelay(true);
    socket.setKeepAlive(true, 10_000);
    const opening = setTimeout(() => socket.destroy(new Error('it does not answer')), timeoutMs);
    socket.on('connect', () => {
      clearTimeout(opening);
      this.retryMs = FIRST_RETRY_MS;
      this.become({ kind: 'ready' });
      this.next();
    });
    socket.on('data', (bytes) => {
      const answers = this.reader.take(bytes);
      if (!answers) return void socket.destroy(new Error('it sends what is no answer'));
      for (const answer of answers) this.answered(answer);
      return undefined;
    });
    socket.on('error', (error) => {
      if (socket === this.socket) this.why = wordsOf(error);
    });
    socket.on('close', () => {
      clearTimeout(opening);
      if (socket === this.socket) this.lost();
    });
  }

  private why = '';

  private answered(answer: string): void {
    const { current } = this;
    if (!current) return;
    clearTimeout(current.timer);
    this.current = undefined;
    current.done(answer);
    this.next();
  }

  private cut(error: Error): void {
    const failed = this.current?.failed;
    if (this.current) clearTimeout(this.current.timer);
    this.current = undefined;
    failed?.(error);
    this.why = 'it left a question unanswered';
    this.socket?.destroy();
  }

  private lost(): void {
    this.socket = undefined;
    const why = this.why || 'the line was cut';
    this.why = '';
    this.fail(new InstrumentAwayError(why));
    if (this.closed) return;
    this.become({ kind: 'away', why, retryAt: Date.now() + this.retryMs });
    this.retry = setTimeout(() => this.open(), this.retryMs);
    this.retryMs = Math.min(LAST_RETRY_MS, 2 * this.retryMs);
  }

  /** Everything that waits ends with this error: nothing hangs on a cable that is pulled. */
  private fail(error: Error): void {
    if (this.current) clearTimeout(this.current.timer);
    const waiting = [...(this.current ? [this.current] : []), ...this.queue.splice(0)];
    this.current = undefined;
    for (const { failed } of waiting) failed(error);
  }

  private become(state: LinkState): void {
    this.known = state;
    if (!this.closed) this.options.onState?.(state);
  }
}

const WORDS: Readonly<Record<string, string>> = {
  ECONNREFUSED: 'nothing listens at this address',
  ECONNRESET: 'the line was cut',
  EHOSTUNREACH: 'there is no way to this address',
  ENETUNREACH: 'there is no way to this network',
  ETIMEDOUT: 'it does not answer',
};

function wordsOf(error: NodeJS.ErrnoException): string {
  return WORDS[error.code ?? ''] ?? error.message;
}
