import { Controller, Get, Inject } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { sql } from 'drizzle-orm';
import { DATABASE } from '../database/database.token.ts';
import type { Database } from '../database/open-database.ts';
import { DiskRoom, type Room } from '../room/disk-room.ts';

@ApiTags('health')
@Controller('api/health')
export class HealthController {
  constructor(
    @Inject(DATABASE) private readonly db: Database,
    private readonly room: DiskRoom,
  ) {}

  /** Answers only when the database does; with the room on the disk of the data folder, where there is one. */
  @Get()
  async health(): Promise<{ status: 'ok'; room?: Room }> {
    await this.db.execute(sql`select 1`);
    const room = await this.room.now();
    return { status: 'ok', ...(room && { room }) };
  }
}
