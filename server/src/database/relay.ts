import { randomUUID } from 'node:crypto';
import pg from 'pg';

/** Tells other servers on the same database that a tape has grown. */
export interface Relay {
  /** Lines behind a place have landed. Never rejects: what is not heard is fetched at the next question. */
  tell(specimenId: string, after: number): Promise<void>;
  /** Called with what other servers tell. */
  listen(heard: (specimenId: string, after: number) => void): void;
  close(): Promise<void>;
}

/** One server alone has nobody to tell. */
export const NO_RELAY: Relay = { tell: async () => undefined, listen: () => undefined, close: async () => undefined };

const CHANNEL = 'mindful_probe_tapes';
const AGAIN_MS = 1000;

/** By LISTEN and NOTIFY of PostgreSQL; a line that is lost is made anew. */
export class PostgresRelay implements Relay {
  private readonly origin = randomUUID();
  private heard: ((specimenId: string, after: number) => void) | undefined;
  private client: pg.Client | undefined;
  private again: NodeJS.Timeout | undefined;
  private isClosed = false;

  constructor(
    private readonly url: string,
    private readonly pool: pg.Pool,
  ) {}

  async tell(specimenId: string, after: number): Promise<void> {
    const payload = JSON.stringify([this.origin, specimenId, after]);
    await this.pool.query('select pg_notify($1, $2)', [CHANNEL, payload]).catch(() => undefined);
  }

  listen(heard: (specimenId: string, after: number) => void): void {
    this.heard = heard;
    void this.connect();
  }

  async close(): Promise<void> {
    this.isClosed = true;
    clearTimeout(this.again);
    await this.client?.end().catch(() => undefined);
  }

  private async connect(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url });
    this.client = client;
    const lost = () => {
      if (this.isClosed || this.client !== client) return;
      this.client = undefined;
      client.end().catch(() => undefined);
      this.again = setTimeout(() => void this.connect(), AGAIN_MS).unref();
    };
    client.on('error', lost);
    client.on('end', lost);
    client.on('notification', ({ payload = '' }) => {
      const [origin, specimenId, after] = JSON.parse(payload) as [string, string, number];
      if (origin !== this.origin) this.heard?.(specimenId, after);
    });
    try {
      await client.connect();
      // A stop that came meanwhile could not end what was not connected yet.
      if (this.isClosed) return await client.end();
      await client.query(`listen ${CHANNEL}`);
    } catch {
      lost();
    }
  }
}
