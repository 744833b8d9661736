import type { Slot } from './slots.ts';

/** Readings that speak against the circuit; of one figure that was read twice the later counts, and speaks against nothing. */
export function misfitsIn(slots: readonly Slot[]): readonly Slot[] {
  return slots.filter(({ fits, read }) => !fits && !read?.against);
}
