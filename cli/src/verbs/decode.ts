import { decodeMarking, MARKING_FAMILIES } from '@mindful-probe/core';
import { misused, type Outcome } from '../outcome.ts';

/** What a marking can mean, likeliest first. */
export function decodeText(text: string | undefined, kind: string | undefined): Outcome {
  if (text === undefined || text.trim() === '') return misused('decode wants --text "…", as --text "red violet black gold".');
  const kinds = MARKING_FAMILIES.map((family) => family.kind);
  if (kind !== undefined && !kinds.includes(kind))
    return misused(`--as ${kind} is not a family of markings; there are ${kinds.join(', ')}.`);
  const readings = decodeMarking(text, kind);
  if (readings.length > 0) return { document: { readings: readings.map(({ bands: _, ...reading }) => reading) } };
  return { error: { code: 'unread-marking', message: `“${text}” is no marking that I can read.`, path: 'text' }, status: 2 };
}
