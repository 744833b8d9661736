import { meterSchema, semiconductorMarkSchema, stockSchema } from '@mindful-probe/core';
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

const stockListSchema = z
  .array(stockSchema.omit({ reserved: true, from: true }))
  .min(1)
  .max(ITEMS_AT_ONCE)
  .refine(...WITHOUT_NUL);

export class AddStockDto extends createZodDto(
  z.strictObject({
    drawer: stockListSchema,
    /** The entry that puts them there: said again by the same it changes nothing. */
    by: z.string().min(1).max(80).optional(),
  }),
) {}

export class TakeBackStockDto extends createZodDto(
  z.strictObject({
    drawer: stockListSchema,
    /** The entry that put them there. */
    by: z.string().min(1).max(80),
  }),
) {}

export class DrawerDto extends createZodDto(z.object({ drawer: z.array(stockSchema) })) {}

const keySchema = z.string().min(1).max(400);

export class CountStockDto extends createZodDto(
  z.strictObject({
    key: keySchema,
    /** More of it, or less. */
    by: z.int().min(-1_000_000).max(1_000_000),
  }),
) {}

export class ReserveStockDto extends createZodDto(
  z.strictObject({
    /** The entry that takes them. */
    by: z.string().min(1).max(80),
    needs: z
      .array(z.strictObject({ key: keySchema, count: z.int().positive().max(10_000) }))
      .min(1)
      .max(200),
  }),
) {}

export class SettleStockDto extends createZodDto(
  z.strictObject({
    by: z.string().min(1).max(80),
    /** Fitted for good: out of the drawer. Else they are free again. */
    used: z.boolean(),
  }),
) {}
