import { isForLater, ProblemError, UnreachableError } from './api.ts';
import type { BrowserStorage } from './browser-storage.ts';

/** One thing said to the drawer that names the entry it is for, so that it may be said twice. */
export interface DrawerCall {
  readonly path: string;
  readonly body: unknown;
}

interface Surroundings<Answer> {
  readonly storage: BrowserStorage;
  readonly send: (path: string, body: unknown) => Promise<Answer>;
  readonly onAnswer: (answer: Answer) => void;
  readonly retryMs: number;
}

const KEY = 'probe.drawer-calls';

/** Calls to the drawer that wait for the server: in their order, over reloads, until each is answered. */
export class DrawerCalls<Answer> {
  private running = false;
  private retry: ReturnType<typeof setTimeout> | undefined;

  constructor(private readonly surroundings: Surroundings<Answer>) {}

  say(call: DrawerCall): void {
    this.keep([...this.waiting(), call]);
    void this.flush();
  }

  /** Sends what waits, as far as the server answers. */
  async flush(): Promise<void> {
    if (this.running) return;
    this.running = true;
    clearTimeout(this.retry);
    try {
      for (let [call] = this.waiting(); call; [call] = this.waiting()) {
        if (!(await this.isAnswered(call))) {
          this.retry = setTimeout(() => void this.flush(), this.surroundings.retryMs);
          return;
        }
        this.keep(this.waiting().slice(1));
      }
    } finally {
      this.running = false;
    }
  }

  waiting(): readonly DrawerCall[] {
    const kept = this.surroundings.storage.get(KEY);
    return kept === undefined ? [] : (JSON.parse(kept) as DrawerCall[]);
  }

  /** A refusal is an answer: what is refused now is refused again. */
  private async isAnswered({ path, body }: DrawerCall): Promise<boolean> {
    try {
      this.surroundings.onAnswer(await this.surroundings.send(path, body));
    } catch (error) {
      if (error instanceof UnreachableError || (error instanceof ProblemError && isForLater(error.status))) return false;
    }
    return true;
  }

  private keep(calls: readonly DrawerCall[]): void {
    if (calls.length === 0) this.surroundings.storage.remove(KEY);
    else this.surroundings.storage.set(KEY, JSON.stringify(calls));
  }
}
