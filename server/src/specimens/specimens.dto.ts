import { entrySchema, specimenIdSchema } from '@mindful-probe/core';
import { createZodDto } from 'nestjs-zod';
import { z } from 'zod';

/** The database counts in 32 bits. */
const LARGEST_PLACE = 2 ** 31 - 1;
/** At most this many entries in one request; a client with more sends them in turn. */
const ENTRIES_AT_ONCE = 500;

export class CreateSpecimenDto extends createZodDto(
  z.strictObject({ id: specimenIdSchema, entries: z.array(entrySchema).min(1).max(ENTRIES_AT_ONCE) }),
) {}

export class AppendEntriesDto extends createZodDto(z.strictObject({ entries: z.array(entrySchema).min(1).max(ENTRIES_AT_ONCE) })) {}

const placedEntrySchema = z.object({ seq: z.int().positive(), entry: entrySchema });

export class TapeDto extends createZodDto(z.object({ lines: z.array(placedEntrySchema) })) {}

export class LandedDto extends createZodDto(z.object({ landed: z.array(z.object({ id: z.string(), seq: z.int() })) })) {}

export class AfterQueryDto extends createZodDto(z.object({ after: z.coerce.number().int().min(0).max(LARGEST_PLACE).default(0) })) {}
