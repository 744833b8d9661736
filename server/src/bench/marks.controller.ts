import { markKey, type SemiconductorMark } from '@mindful-probe/core';
import { Body, Controller, Delete, Get, Param, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { MarksDto, PutMarksDto } from './bench.dto.ts';
import { BenchItemsRepository } from './bench-items.repository.ts';

/** The bench's own table of semiconductor marks; the generic ones come with the core. */
@ApiTags('bench')
@Controller('api/marks')
export class MarksController {
  constructor(private readonly items: BenchItemsRepository) {}

  @Get()
  @ApiOkResponse({ type: MarksDto })
  async list(): Promise<{ marks: SemiconductorMark[] }> {
    return { marks: await this.items.items('marks') };
  }

  /** Idempotent: a mark on the same body is replaced. */
  @Put()
  @ApiOkResponse({ type: MarksDto })
  async put(@Body() { marks }: PutMarksDto): Promise<{ marks: SemiconductorMark[] }> {
    await this.items.put('marks', marks, markKey);
    return this.list();
  }

  @Delete(':key')
  @ApiOkResponse({ type: MarksDto })
  async remove(@Param('key') key: string): Promise<{ marks: SemiconductorMark[] }> {
    await this.items.remove('marks', key);
    return this.list();
  }
}
