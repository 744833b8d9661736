import type { TapeLineDto } from './api.ts';

export function tapeKey(specimenId: string): string {
  return `/api/specimens/${specimenId}/tape`;
}

/**
 * The tape once `landed` is on it. Where no tape is known yet, what landed is all of it if it begins with the first
 * entry; else there is more on the server, and undefined asks for it.
 */
export function afterLanding(
  lines: readonly TapeLineDto[] | undefined,
  landed: readonly TapeLineDto[],
): readonly TapeLineDto[] | undefined {
  if (lines) return withLines(lines, landed);
  return landed[0]?.seq === 1 ? landed : undefined;
}

/** Lines with more merged in, by place; the same list where nothing is new. */
export function withLines(lines: readonly TapeLineDto[], more: readonly TapeLineDto[]): readonly TapeLineDto[] {
  const known = new Set(lines.map(({ seq }) => seq));
  const fresh = more.filter(({ seq }) => !known.has(seq));
  return fresh.length === 0 ? lines : [...lines, ...fresh].sort((a, b) => a.seq - b.seq);
}
