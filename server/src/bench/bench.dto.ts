import { meterSchema, semiconductorMarkSchema } from '@mindful-probe/core';
import { createZodDto } from 'nestjs-zod';
import { z } from 'zod';

/** At most this many in one request; a client with more sends them in turn. */
const ITEMS_AT_ONCE = 1000;
/** The database keeps no such character in its keys. */
const WITHOUT_NUL = [
  (items: unknown) => !JSON.stringify(items).includes('\\u0000'),
  'there is a character in it that no text has',
] as const;

export class PutMarksDto extends createZodDto(
  z.strictObject({
    marks: z
      .array(semiconductorMarkSchema)
      .min(1)
      .max(ITEMS_AT_ONCE)
      .refine(...WITHOUT_NUL),
  }),
) {}

export class MarksDto extends createZodDto(z.object({ marks: z.array(semiconductorMarkSchema) })) {}

export class PutMetersDto extends createZodDto(
  z.strictObject({
    meters: z
      .array(meterSchema)
      .min(1)
      .max(ITEMS_AT_ONCE)
      .refine(...WITHOUT_NUL),
  }),
) {}

export class MetersDto extends createZodDto(z.object({ meters: z.array(meterSchema) })) {}
