import type { Stock } from '@mindful-probe/core';
import { Body, Controller, Delete, Get, HttpCode, Param, Post } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { AddStockDto, CountStockDto, DrawerDto, ReserveStockDto, SettleStockDto, TakeBackStockDto } from './bench.dto.ts';
import { BenchItemsRepository } from './bench-items.repository.ts';
import { DrawerService } from './drawer.service.ts';

/** Parts at hand, new and salvaged. Counts are changed by steps, so that two pages cannot undo each other. */
@ApiTags('bench')
@Controller('api/drawer')
export class DrawerController {
  constructor(
    private readonly drawer: DrawerService,
    private readonly items: BenchItemsRepository,
  ) {}

  @Get()
  @ApiOkResponse({ type: DrawerDto })
  async list(): Promise<{ drawer: Stock[] }> {
    return { drawer: await this.drawer.list() };
  }

  /** Adds to what is there of the same part in the same place. */
  @Post()
  @HttpCode(200)
  @ApiOkResponse({ type: DrawerDto })
  async add(@Body() { drawer, by }: AddStockDto): Promise<{ drawer: Stock[] }> {
    await this.drawer.add(drawer, by);
    return this.list();
  }

  /** Out again, as far as it is still free: the entry that put it there was undone. */
  @Post('take-back')
  @HttpCode(200)
  @ApiOkResponse({ type: DrawerDto })
  async takeBack(@Body() { drawer, by }: TakeBackStockDto): Promise<{ drawer: Stock[] }> {
    await this.drawer.takeBack(drawer, by);
    return this.list();
  }

  /** Never below what ways that were taken will use. */
  @Post('count')
  @HttpCode(200)
  @ApiOkResponse({ type: DrawerDto })
  async count(@Body() { key, by }: CountStockDto): Promise<{ drawer: Stock[] }> {
    await this.drawer.count(key, by);
    return this.list();
  }

  /** Promises parts to a way that was taken, all or none; said again by the same entry it takes the place of the first. */
  @Post('reserve')
  @HttpCode(200)
  @ApiOkResponse({ type: DrawerDto })
  async reserve(@Body() { by, needs }: ReserveStockDto): Promise<{ drawer: Stock[] }> {
    await this.drawer.reserve(by, needs);
    return this.list();
  }

  /** What was promised is used, or free again. */
  @Post('settle')
  @HttpCode(200)
  @ApiOkResponse({ type: DrawerDto })
  async settle(@Body() { by, used }: SettleStockDto): Promise<{ drawer: Stock[] }> {
    await this.drawer.settle(by, used);
    return this.list();
  }

  @Delete(':key')
  @ApiOkResponse({ type: DrawerDto })
  async remove(@Param('key') key: string): Promise<{ drawer: Stock[] }> {
    await this.items.remove('drawer', key);
    return this.list();
  }
}
