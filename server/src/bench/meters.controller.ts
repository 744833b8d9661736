import { type Meter, meterKey } from '@mindful-probe/core';
import { Body, Controller, Delete, Get, Param, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { MetersDto, PutMetersDto } from './bench.dto.ts';
import { BenchItemsRepository } from './bench-items.repository.ts';

/** The bench's own meters with their specification; the generic ones come with the core. */
@ApiTags('bench')
@Controller('api/meters')
export class MetersController {
  constructor(private readonly items: BenchItemsRepository) {}

  @Get()
  @ApiOkResponse({ type: MetersDto })
  async list(): Promise<{ meters: Meter[] }> {
    return { meters: await this.items.items('meters') };
  }

  /** Idempotent: a meter of the same name is replaced. */
  @Put()
  @ApiOkResponse({ type: MetersDto })
  async put(@Body() { meters }: PutMetersDto): Promise<{ meters: Meter[] }> {
    await this.items.put('meters', meters, meterKey);
    return this.list();
  }

  @Delete(':key')
  @ApiOkResponse({ type: MetersDto })
  async remove(@Param('key') key: string): Promise<{ meters: Meter[] }> {
    await this.items.remove('meters', key);
    return this.list();
  }
}
