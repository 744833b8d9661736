import type { ShelfPart } from '@mindful-probe/core';
import { Body, Controller, Get, HttpCode, Param, Post, Query, Res } from '@nestjs/common';
import { ApiOkResponse, ApiProduces, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { interval, map, merge, type Observable, of } from 'rxjs';
import { type ServerEvent, sendEvents } from '../push/send-events.ts';
import type { PlacedEntry } from './append-queue.ts';
import { ShelfService } from './shelf.service.ts';
import { AfterQueryDto, AppendEntriesDto, CreateSpecimenDto, LandedDto, ShelfQueryDto, TapeDto } from './specimens.dto.ts';
import { SpecimensService } from './specimens.service.ts';
import { TapeFeed } from './tape-feed.ts';

/** A proxy or sleeping laptop shows itself by silence; a beat tells the tab that the line still stands. */
const BEAT_MS = 15_000;

@ApiTags('specimens')
@Controller('api')
export class SpecimensController {
  constructor(
    private readonly specimens: SpecimensService,
    private readonly shelves: ShelfService,
    private readonly feed: TapeFeed,
  ) {}

  @Get('shelf')
  shelf(@Query() query: ShelfQueryDto): Promise<ShelfPart> {
    return this.shelves.part(query);
  }

  @Post('specimens')
  @ApiOkResponse({ type: LandedDto })
  async create(@Body() body: CreateSpecimenDto, @Res({ passthrough: true }) response: Response): Promise<Landed> {
    const { created, placed } = await this.specimens.create(body.id, body.entries);
    response.status(created ? 201 : 200);
    return landed(placed);
  }

  @Get('specimens/:id/tape')
  @ApiOkResponse({ type: TapeDto })
  async tape(@Param('id') id: string, @Query() { after }: AfterQueryDto): Promise<{ lines: PlacedEntry[] }> {
    return { lines: await this.specimens.tape(id, after) };
  }

  /** Idempotent by entry id: sending an entry again answers where it landed the first time. */
  @Post('specimens/:id/tape')
  @HttpCode(200)
  @ApiOkResponse({ type: LandedDto })
  async append(@Param('id') id: string, @Body() body: AppendEntriesDto): Promise<Landed> {
    return landed(await this.specimens.append(id, body.entries));
  }

  @Get('specimens/:id/events')
  @ApiProduces('text/event-stream')
  async events(@Param('id') id: string, @Res() response: Response): Promise<void> {
    const { lastSeq } = await this.specimens.known(id);
    const lines = this.feed.of(id).pipe(map((json): ServerEvent => ({ type: 'lines', json })));
    sendEvents(response, withBeat(of<ServerEvent>({ type: 'hello', json: JSON.stringify({ lastSeq }) }), lines));
  }

  @Get('shelf/events')
  @ApiProduces('text/event-stream')
  shelfEvents(@Res() response: Response): void {
    const changes = this.shelves.changes().pipe(map((json): ServerEvent => ({ type: 'row', json })));
    sendEvents(response, withBeat(of<ServerEvent>({ type: 'hello', json: '{}' }), changes));
  }
}

interface Landed {
  readonly landed: readonly { readonly id: string; readonly seq: number }[];
}

function landed(placed: readonly PlacedEntry[]): Landed {
  return { landed: placed.map(({ seq, entry }) => ({ id: entry.id, seq })) };
}

function withBeat(...streams: Observable<ServerEvent>[]): Observable<ServerEvent> {
  return merge(...streams, interval(BEAT_MS).pipe(map((): ServerEvent => ({ type: 'beat', json: '{}' }))));
}
