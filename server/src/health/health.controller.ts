import { Controller, Get, Inject } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { sql } from 'drizzle-orm';
import { DATABASE } from '../database/database.token.ts';
import type { Database } from '../database/open-database.ts';

@ApiTags('health')
@Controller('api/health')
export class HealthController {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  /** Answers only when the database does. */
  @Get()
  async health(): Promise<{ status: 'ok' }> {
    await this.db.execute(sql`select 1`);
    return { status: 'ok' };
  }
}
