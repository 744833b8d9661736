import type { SemiconductorMark } from '@mindful-probe/core';
import { Body, Controller, Delete, Get, Param, Put } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { MarksDto, PutMarksDto } from './marks.dto.ts';
import { MarksRepository } from './marks.repository.ts';

/** The bench's own table of semiconductor marks; the generic ones come with the core. */
@ApiTags('marks')
@Controller('api/marks')
export class MarksController {
  constructor(private readonly marks: MarksRepository) {}

  @Get()
  @ApiOkResponse({ type: MarksDto })
  async list(): Promise<{ marks: SemiconductorMark[] }> {
    return { marks: await this.marks.list() };
  }

  /** Idempotent: a mark on the same body is replaced. */
  @Put()
  @ApiOkResponse({ type: MarksDto })
  async put(@Body() body: PutMarksDto): Promise<{ marks: SemiconductorMark[] }> {
    await this.marks.put(body.marks);
    return { marks: await this.marks.list() };
  }

  @Delete(':key')
  @ApiOkResponse({ type: MarksDto })
  async remove(@Param('key') key: string): Promise<{ marks: SemiconductorMark[] }> {
    await this.marks.remove(key);
    return { marks: await this.marks.list() };
  }
}
