import type { InstrumentNow, Measured, SeriesValue } from '@mindful-probe/core';
import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put, Query, Res } from '@nestjs/common';
import { ApiProduces, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { finalize, map, merge, of } from 'rxjs';
import { type ServerEvent, sendEvents } from '../push/send-events.ts';
import { WritesNothing } from '../room/room.guard.ts';
import { MeasureDto, PageQueryDto, PutInstrumentDto, SeriesDto, SeriesQueryDto, SupplyDto } from './instruments.dto.ts';
import { InstrumentsService } from './instruments.service.ts';

/** Instruments that speak SCPI over TCP, on this machine or a private network. */
@ApiTags('instruments')
@Controller('api/instruments')
export class InstrumentsController {
  constructor(private readonly instruments: InstrumentsService) {}

  @Get()
  list(): { instruments: readonly InstrumentNow[] } {
    return { instruments: this.instruments.list() };
  }

  /** Idempotent: one at the same address is replaced. */
  @Put()
  async put(@Body() listed: PutInstrumentDto): Promise<{ instruments: readonly InstrumentNow[] }> {
    await this.instruments.put(listed);
    return this.list();
  }

  @Delete(':id')
  async remove(@Param('id') id: string): Promise<{ instruments: readonly InstrumentNow[] }> {
    await this.instruments.remove(id);
    return this.list();
  }

  @Post(':id/measure')
  @WritesNothing()
  @HttpCode(200)
  measure(@Param('id') id: string, @Body() request: MeasureDto): Promise<Measured> {
    return this.instruments.measure(id, request);
  }

  @Post(':id/series')
  @WritesNothing()
  @HttpCode(200)
  startSeries(@Param('id') id: string, @Body() request: SeriesDto): Record<string, never> {
    this.instruments.startSeries(id, request);
    return {};
  }

  @Get(':id/series')
  series(@Param('id') id: string, @Query() { after }: SeriesQueryDto): { values: readonly SeriesValue[] } {
    return { values: this.instruments.seriesAfter(id, after) };
  }

  @Delete(':id/series')
  stopSeries(@Param('id') id: string): Record<string, never> {
    this.instruments.stopSeries(id);
    return {};
  }

  /** Within what First light allows for the specimen. */
  @Post(':id/supply')
  @WritesNothing()
  @HttpCode(200)
  async supply(@Param('id') id: string, @Body() request: SupplyDto): Promise<Record<string, never>> {
    await this.instruments.supply(id, request);
    return {};
  }

  /** Said by a page as it closes: its output goes off at once. */
  @Post('leave')
  @WritesNothing()
  @HttpCode(200)
  leave(@Query() { page }: PageQueryDto): Record<string, never> {
    this.instruments.left(page);
    return {};
  }

  @Get('events')
  @ApiProduces('text/event-stream')
  events(@Query() { page }: PageQueryDto, @Res() response: Response): void {
    const leave = this.instruments.join(page);
    const changes = this.instruments
      .changes()
      .pipe(map((change): ServerEvent => ({ type: 'gone' in change ? 'gone' : 'instrument', json: JSON.stringify(change) })));
    const hello = of<ServerEvent>({ type: 'hello', json: JSON.stringify(this.list()) });
    sendEvents(response, merge(hello, changes).pipe(finalize(leave)));
  }
}
