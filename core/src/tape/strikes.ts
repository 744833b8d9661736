import type { Entry } from './entry.ts';

/**
 * The correction that holds of each part that was corrected, by the id of its first entry: it is taken there, so that what
 * was read of the part and joined to it meanwhile stays.
 */
export function correctedParts(entries: readonly Entry[], struck: ReadonlyMap<string, unknown>): ReadonlyMap<string, Entry> {
  const byId = new Map(entries.map((entry) => [entry.id, entry]));
  const corrections = new Map<string, Entry>();
  for (const entry of entries) {
    if (entry.kind !== 'part' || entry.corrects === undefined || struck.has(entry.id)) continue;
    let first: Entry = entry;
    // Nothing corrects itself, and a circle would be one of entries that all came later.
    for (const seen = new Set<string>(); first.corrects !== undefined && !seen.has(first.id); ) {
      seen.add(first.id);
      const before = byId.get(first.corrects);
      if (before?.kind !== 'part' || before.part.ref !== entry.part.ref) break;
      first = before;
    }
    if (first !== entry && struck.has(first.id)) corrections.set(first.id, entry);
  }
  return corrections;
}

/** A strike can itself be struck, which brings the entry back; the last word counts. */
export function strikesOf(entries: readonly Entry[]): Map<string, { by: string; reason?: string }> {
  const struck = new Map<string, { by: string; reason?: string }>();
  const replaced = new Set<string>();
  for (const entry of [...entries].reverse()) {
    // What replaced another and was replaced itself leaves the first replaced; what was struck does not.
    if (struck.has(entry.id) && !replaced.has(entry.id)) continue;
    const target = entry.kind === 'strike' ? entry.entry : entry.corrects;
    if (target === undefined || target === entry.id) continue;
    const reason = entry.kind === 'strike' ? entry.reason : 'corrected';
    if (entry.kind !== 'strike') replaced.add(target);
    struck.set(target, { by: entry.id, ...(reason !== undefined && { reason }) });
  }
  return struck;
}
