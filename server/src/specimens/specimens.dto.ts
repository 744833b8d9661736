import { DRIVE_BANDS, entrySchema, STAGES, specimenIdSchema } from '@mindful-probe/core';
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

const shelfQuerySchema = z.object({
  /** Words of the name, the supply or the id. */
  search: z.string().trim().max(200).default(''),
  /** The stage begun last. */
  stage: z.enum(STAGES).optional(),
  findings: z.enum(['unsafe', 'caution', 'open', 'none']).optional(),
  /** How hard it is driven: over its rating, near it, in comfort, not known. */
  drive: z.enum(DRIVE_BANDS).optional(),
  /** Only those that want something at a time. */
  due: z.stringbool().default(false),
  /** The hardest driven first, those not known last; by name; the newest first. */
  sort: z.enum(['drive', 'name', 'newest']).default('drive'),
  /** Waits a moment for rows that are being worked out for the first time. */
  wait: z.stringbool().default(true),
  from: z.coerce.number().int().min(0).max(LARGEST_PLACE).default(0),
  count: z.coerce.number().int().min(1).max(5000).default(200),
});
export type ShelfQuery = z.infer<typeof shelfQuerySchema>;

export class ShelfQueryDto extends createZodDto(shelfQuerySchema) {}
