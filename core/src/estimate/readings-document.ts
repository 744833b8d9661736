import { z } from 'zod';
import { fail, type Result, succeed } from '../circuit/index.ts';
import { refSchema } from '../device/index.ts';
import { estimateReadingSchema } from './readings.ts';

/** Readings of one circuit, and the figure wanted of it. */
export const readingsDocumentSchema = z.strictObject({
  format: z.literal('mindful-probe.readings'),
  version: z.literal(1),
  readings: z.array(estimateReadingSchema).max(2000),
  want: z.strictObject({ led: refSchema, figure: z.string().min(1).max(60) }).optional(),
});
export type ReadingsDocument = z.infer<typeof readingsDocumentSchema>;

/** A readings document; bad ones are refused with the reading or field that is wrong. */
export function parseReadings(json: unknown): Result<ReadingsDocument> {
  const parsed = readingsDocumentSchema.safeParse(json);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    const path = issue?.path.join('.') ?? '';
    return fail('bad-document', `${path || 'The document'}: ${issue?.message ?? 'not valid'}.`, path);
  }
  const { readings } = parsed.data;
  const twice = readings.findIndex(({ id }, index) => readings.findIndex((other) => other.id === id) !== index);
  if (twice >= 0) return fail('bad-document', `Two readings have the id ${readings[twice]?.id}.`, `readings.${twice}.id`);
  return succeed(parsed.data);
}
