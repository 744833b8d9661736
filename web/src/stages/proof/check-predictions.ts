import type { Slot } from '@mindful-probe/core';

/** A predicted reading, with what was read there after the rework. */
export interface Check {
  readonly slot: Slot;
  readonly read?: NonNullable<Slot['read']>;
  /** Apart by no more than twice both uncertainties together; true where nothing was read. */
  readonly holds: boolean;
}

/** What is worth measuring after a rework: live figures. Ohms of parts that stayed say nothing new. */
export function checkPredictions(predicted: readonly Slot[], measured: readonly Slot[]): readonly Check[] {
  return predicted
    .filter(({ kind }) => kind !== 'ohms')
    .map((slot): Check => {
      const read = measured.find(({ ref, kind }) => ref === slot.ref && kind === slot.kind)?.read;
      if (!read) return { slot, holds: true };
      const apart = Math.abs(read.value - slot.expected.value);
      return { slot, read, holds: apart <= 2 * Math.hypot(read.uncertainty, slot.expected.uncertainty) };
    });
}
