import type { Continuity } from '../tape/index.ts';

type Hold = NonNullable<Continuity['nextHold']>;

/** More pads than these are counted, not listed. */
const LISTED = 14;

/** The start of the bench line for a proposed hold, ready for what beeps. */
export function holdLine({ hold, over }: Hold, padCount: number): string {
  return over.length >= padCount - 1 ? `hold ${hold}: ` : `hold ${hold} over ${over.join(' ')}: `;
}

/** What is to be touched, in words. */
export function sayOver({ over }: Hold, padCount: number): string {
  if (over.length >= padCount - 1) return 'every other pad';
  return over.length <= LISTED ? over.join(' ') : `${over.slice(0, LISTED - 2).join(' ')} and ${over.length - LISTED + 2} more`;
}
