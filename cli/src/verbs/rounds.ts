import { parseJson, parseRounds, planDocument } from '@mindful-probe/core';
import { type Outcome, refused } from '../outcome.ts';

/** The plan of a rounds document. */
export function roundsText(text: string): Outcome {
  const json = parseJson(text);
  if (!json.ok) return refused(json.error);
  const rounds = parseRounds(json.value);
  return rounds.ok ? { document: planDocument(rounds.value) } : refused(rounds.error);
}
