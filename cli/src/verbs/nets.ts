import { netsDocument, parseJson, parseTrace } from '@mindful-probe/core';
import { type Outcome, refused } from '../outcome.ts';

/** The nets of a trace document. */
export function netsText(text: string): Outcome {
  const json = parseJson(text);
  if (!json.ok) return refused(json.error);
  const trace = parseTrace(json.value);
  return trace.ok ? { document: netsDocument(trace.value) } : refused(trace.error);
}
