import { ask } from '../slide-rules/index.ts';
import { type BenchOutcome, unread } from './outcome.ts';

/** A question needs no specimen: it is answered in place, and kept as a note on a second Enter. */
export function parseQuestion(words: readonly string[]): BenchOutcome {
  if (words.length === 0) return unread('Ask as “? 5v 2 led 3.1v 15ma” or “? 27r 0.62v”.');
  const found = ask(words);
  if ('problem' in found) return unread(found.problem);
  return { kind: 'answer', meaning: found.answer, draft: { kind: 'note', text: `? ${words.join(' ')}: ${found.answer}` } };
}
