import { z } from 'zod';
import { circuitSchema } from '../circuit/index.ts';
import { estimateReadingSchema } from '../estimate/index.ts';
import { tapeSchema } from './tape-document.ts';

/** The JSON Schema of every open format that can be read, by file name. */
export function formatSchemas(): ReadonlyMap<string, unknown> {
  const readings = z.strictObject({
    format: z.literal('mindful-probe.readings'),
    version: z.literal(1),
    readings: z.array(estimateReadingSchema),
    want: z.strictObject({ led: z.string(), figure: z.string() }).optional(),
  });
  return new Map(
    Object.entries({ circuit: circuitSchema, readings, tape: tapeSchema }).map(([name, schema]) => [
      `${name}.schema.json`,
      z.toJSONSchema(schema, { target: 'draft-2020-12', io: 'input' }),
    ]),
  );
}
