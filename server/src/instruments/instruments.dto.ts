import { instrumentSchema, measureRequestSchema, seriesRequestSchema, supplyRequestSchema } from '@mindful-probe/core';
import { createZodDto } from 'nestjs-zod';
import { z } from 'zod';

export class PutInstrumentDto extends createZodDto(instrumentSchema) {}

export class MeasureDto extends createZodDto(measureRequestSchema) {}

export class SeriesDto extends createZodDto(seriesRequestSchema) {}

export class SupplyDto extends createZodDto(supplyRequestSchema) {}

export class PageQueryDto extends createZodDto(z.object({ page: z.string().min(8).max(64) })) {}

export class SeriesQueryDto extends createZodDto(z.object({ after: z.coerce.number().int().min(0).default(0) })) {}
