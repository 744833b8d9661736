import { type Break, type ReworkWay, sayBreak } from '@mindful-probe/core';

/** What each limit is called where ways are few. */
export const LIMIT_WORDS: Readonly<Record<Break['limit'], string>> = {
  chipAmps: 'the LED’s current',
  lightKept: 'how dim it may look',
  partShare: 'what parts may bear',
  supplyWatts: 'the watts at the supply',
  hours: 'how long it runs',
  parts: 'the number of parts',
  joints: 'the number of joints',
  cost: 'what the parts cost',
  reversible: 'that it can be undone',
  drawer: 'what lies in the drawer',
  gain: 'a transistor’s gain',
};

/** The first way that all but this limit would let through. */
export function firstBreaking(ways: readonly ReworkWay[], limit: Break['limit']): ReworkWay | undefined {
  return ways.find(({ breaks }) => breaks.length > 0 && breaks.every((one) => one.limit === limit));
}

/** Where a limit is passed by least, of ways that pass others too. */
export function mildestWords(ways: readonly ReworkWay[], limit: Break['limit']): string {
  const all = ways.flatMap(({ breaks }) => breaks.filter((one) => one.limit === limit));
  const wantsMore = limit === 'lightKept' || limit === 'hours';
  const mildest = all.toSorted((a, b) => (wantsMore ? b.value - a.value : a.value - b.value))[0];
  return mildest ? sayBreak(mildest) : '';
}
