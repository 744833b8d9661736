import type { ShelfPart } from '@mindful-probe/core';
import { Body, Controller, Get, HttpCode, type MessageEvent, Param, Post, Query, Res, Sse } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { interval, map, merge, type Observable, of } from 'rxjs';
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

  @Sse('specimens/:id/events')
  async events(@Param('id') id: string): Promise<Observable<MessageEvent>> {
    const { lastSeq } = await this.specimens.known(id);
    const lines = this.feed.of(id).pipe(map((data): MessageEvent => ({ type: 'lines', data })));
    return withBeat(of<MessageEvent>({ type: 'hello', data: { lastSeq } }), lines);
  }

  @Sse('shelf/events')
  shelfEvents(): Observable<MessageEvent> {
    const changes = this.shelves.changes().pipe(map((row): MessageEvent => ({ type: 'row', data: { row } })));
    return withBeat(of<MessageEvent>({ type: 'hello', data: {} }), changes);
  }
}

interface Landed {
  readonly landed: readonly { readonly id: string; readonly seq: number }[];
}

function landed(placed: readonly PlacedEntry[]): Landed {
  return { landed: placed.map(({ seq, entry }) => ({ id: entry.id, seq })) };
}

function withBeat(...streams: Observable<MessageEvent>[]): Observable<MessageEvent> {
  return merge(...streams, interval(BEAT_MS).pipe(map((): MessageEvent => ({ type: 'beat', data: {} }))));
}
