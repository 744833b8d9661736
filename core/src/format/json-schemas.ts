import { z } from 'zod';
import { circuitSchema } from '../circuit/index.ts';
import { evidenceDocumentSchema } from '../diagnosis/index.ts';
import { readingsDocumentSchema } from '../estimate/index.ts';
import { goalSchema } from '../rework/index.ts';
import { roundsSchema } from '../rounds/index.ts';
import { traceSchema } from '../trace/index.ts';
import { tapeSchema } from './tape-document.ts';

/** The JSON Schema of every open format that can be read, by file name. */
export function formatSchemas(): ReadonlyMap<string, unknown> {
  return new Map(
    Object.entries({
      circuit: circuitSchema,
      goal: goalSchema,
      readings: readingsDocumentSchema,
      'fault-readings': evidenceDocumentSchema,
      rounds: roundsSchema,
      tape: tapeSchema,
      trace: traceSchema,
    }).map(([name, schema]) => [`${name}.schema.json`, z.toJSONSchema(schema, { target: 'draft-2020-12', io: 'input' })]),
  );
}
