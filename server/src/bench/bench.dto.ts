import { meterSchema, semiconductorMarkSchema } from '@mindful-probe/core';
import { createZodDto } from 'nestjs-zod';
import { z } from 'zod';

/** At most this many in one request; a client with more sends them in turn. */
const ITEMS_AT_ONCE = 1000;

export class PutMarksDto extends createZodDto(z.strictObject({ marks: z.array(semiconductorMarkSchema).min(1).max(ITEMS_AT_ONCE) })) {}

export class MarksDto extends createZodDto(z.object({ marks: z.array(semiconductorMarkSchema) })) {}

export class PutMetersDto extends createZodDto(z.strictObject({ meters: z.array(meterSchema).min(1).max(ITEMS_AT_ONCE) })) {}

export class MetersDto extends createZodDto(z.object({ meters: z.array(meterSchema) })) {}
