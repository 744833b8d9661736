import type { EntryDraft } from '../tape/index.ts';

/** What a line as typed so far means. */
export type BenchOutcome =
  | { readonly kind: 'empty' }
  /** Enter puts the draft on the tape, and behind it what else the line says. */
  | { readonly kind: 'entry'; readonly meaning: string; readonly draft: EntryDraft; readonly more?: readonly EntryDraft[] }
  /** Enter opens the camera or the file chooser. */
  | { readonly kind: 'picture'; readonly meaning: string }
  /** Answered in place; a second Enter puts it on the tape as a note. */
  | { readonly kind: 'answer'; readonly meaning: string; readonly draft: EntryDraft }
  /** Not readable (yet): what is wrong, and the nearest that could be read. */
  | { readonly kind: 'unread'; readonly message: string; readonly nearest?: string };

export function entry(meaning: string, draft: EntryDraft): Extract<BenchOutcome, { kind: 'entry' }> {
  return { kind: 'entry', meaning, draft };
}

export function unread(message: string, nearest?: string): BenchOutcome {
  return { kind: 'unread', message, ...(nearest !== undefined && { nearest }) };
}
