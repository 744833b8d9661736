import type { Slot } from '../appraisal/index.ts';

/**
 * A predicted reading, with what was read there after the rework: as predicted, not, or so near to what it was before that
 * the reading cannot tell.
 */
export interface Prediction {
  readonly slot: Slot;
  /** What was expected there before the rework, where the place was there. */
  readonly before?: { readonly value: number; readonly uncertainty: number };
  readonly read?: NonNullable<Slot['read']>;
  readonly outcome: 'as predicted' | 'not' | 'cannot tell' | 'open';
}

/** Apart by more than this many standard deviations of both together is not as predicted. */
const APART_SIGMAS = 2;
/** What changes by less is the same, as a supply's volts are. */
const SAME_SHARE = 0.03;

/** What is worth measuring after a rework: live figures. Ohms of parts that stayed say nothing new. */
export function predictionsOf(predicted: readonly Slot[], measured: readonly Slot[], before: readonly Slot[] = []): readonly Prediction[] {
  return predicted
    .filter(({ kind }) => kind !== 'ohms' && kind !== 'farads')
    .map((slot): Prediction => {
      const same = ({ ref, kind }: Slot) => ref === slot.ref && kind === slot.kind;
      const old = before.find(same);
      const known = { slot, ...(old && { before: old.read ?? old.expected }) };
      const read = measured.find(same)?.read;
      if (!read) return { ...known, outcome: 'open' };
      if (!agrees(read, slot.expected)) return { ...known, read, outcome: 'not' };
      const was = known.before;
      const isChanged = was !== undefined && Math.abs(was.value - slot.expected.value) > SAME_SHARE * Math.abs(slot.expected.value);
      return { ...known, read, outcome: isChanged && was && agrees(read, was) ? 'cannot tell' : 'as predicted' };
    });
}

interface Sure {
  readonly value: number;
  readonly uncertainty: number;
}

function agrees(one: Sure, other: Sure): boolean {
  return Math.abs(one.value - other.value) <= APART_SIGMAS * Math.hypot(one.uncertainty, other.uncertainty);
}
