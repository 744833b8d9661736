import { createHash, randomBytes } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import { and, eq, gt, lt } from 'drizzle-orm';
import { DATABASE } from '../database/database.token.ts';
import type { Database } from '../database/open-database.ts';
import { sessions } from '../database/schema.ts';

/** A sitting at the bench. */
export const SESSION_MS = 12 * 3600 * 1000;

/** Sessions of other devices; kept, so that a restart ends none. Only a hash of the token is stored. */
@Injectable()
export class SessionsRepository {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  /** @returns the token of a new session */
  async begin(): Promise<string> {
    const token = randomBytes(32).toString('base64url');
    await this.db.delete(sessions).where(lt(sessions.endsAt, new Date()));
    await this.db.insert(sessions).values({ tokenHash: hashOf(token), endsAt: new Date(Date.now() + SESSION_MS) });
    return token;
  }

  async stands(token: string): Promise<boolean> {
    const found = await this.db
      .select({ endsAt: sessions.endsAt })
      .from(sessions)
      .where(and(eq(sessions.tokenHash, hashOf(token)), gt(sessions.endsAt, new Date())));
    return found.length > 0;
  }

  async end(token: string): Promise<void> {
    await this.db.delete(sessions).where(eq(sessions.tokenHash, hashOf(token)));
  }

  async endAll(): Promise<void> {
    await this.db.delete(sessions);
  }
}

function hashOf(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}
