import { z } from 'zod';
import { type CircuitError, fail, type Result, succeed } from '../circuit/index.ts';
import { type Entry, entrySchema } from '../tape/index.ts';

export const specimenIdSchema = z
  .string()
  .min(4)
  .max(64)
  .regex(/^[a-z0-9][a-z0-9-]*$/, 'an id has small letters, digits and dashes');

/** A specimen as a document, `*.tape.json`: its tape, whole, in order of arrival. */
export const tapeSchema = z.strictObject({
  format: z.literal('mindful-probe.tape'),
  version: z.literal(1),
  specimen: specimenIdSchema,
  entries: z.array(entrySchema).min(1).max(50000),
});
export type TapeDocument = z.infer<typeof tapeSchema>;

export function tapeDocument(specimen: string, entries: readonly Entry[]): TapeDocument {
  return { format: 'mindful-probe.tape', version: 1, specimen, entries: [...entries] };
}

/** A tape document as text, one entry a line: what changed between two of them shows line by line. */
export function tapeText(specimen: string, entries: readonly Entry[]): string {
  const { entries: lines, ...head } = tapeDocument(specimen, entries);
  const opened = JSON.stringify(head).replace(/}$/, '');
  return `${opened},"entries":[\n${lines.map((entry) => JSON.stringify(entry)).join(',\n')}\n]}\n`;
}

/** Checks an unknown value as a tape document; the first thing wrong is named with its place. */
export function parseTape(json: unknown): Result<TapeDocument> {
  if (typeof json !== 'object' || json === null) return fail('bad-document', 'A tape document is a JSON object.');
  const { format, version } = json as { format?: unknown; version?: unknown };
  if (format !== 'mindful-probe.tape')
    return fail('bad-document', `The format is ${JSON.stringify(format)}; a tape says "mindful-probe.tape".`, 'format');
  if (version !== 1) return fail('unsupported-version', `Version ${JSON.stringify(version)} is not known; this reader knows 1.`, 'version');
  const parsed = tapeSchema.safeParse(json);
  if (parsed.success) return succeed(parsed.data);
  const issue = parsed.error.issues[0];
  const path = issue?.path.join('.') ?? '';
  return fail('bad-document', `${path || 'The tape'}: ${issue?.message ?? 'not valid'}.`, path);
}

/** Text as JSON, or an error that says where it stops being that. */
export function parseJson(text: string): Result<unknown, CircuitError> {
  try {
    return succeed(JSON.parse(text));
  } catch (error) {
    return fail('bad-json', `Not JSON: ${error instanceof Error ? error.message : String(error)}.`);
  }
}
