import type { EntryOf, RunKind } from './entry.ts';

/** Something that runs by itself, or did. */
export interface SpecimenRun {
  readonly entry: EntryOf<'run'>;
  /** The rework that it was begun after. */
  readonly rework: number;
  /** How and when it ended: by its own entry, or with the power. */
  readonly ended?: { readonly at: string; readonly outcome: EntryOf<'ended'>['outcome']; readonly reason?: string };
}

/** A look that is to be taken again. */
export interface SpecimenLook {
  readonly entry: EntryOf<'look'>;
  readonly ended?: EntryOf<'ended'>;
}

const POWERED: ReadonlySet<RunKind> = new Set(['soak', 'burn-in', 'runtime']);

/** It needs the power on, and ends with it. */
export function isPowered(of: RunKind): boolean {
  return POWERED.has(of);
}

/** Seconds from one time to another, both ISO 8601. */
export function secondsBetween(from: string, to: string): number {
  return (Date.parse(to) - Date.parse(from)) / 1000;
}
