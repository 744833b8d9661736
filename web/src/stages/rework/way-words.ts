import { type Break, formatEngineering, type ReworkWay } from '@mindful-probe/core';

/** What of a limit does not hold, in a few words. */
export function breakWords({ limit, ref = '', value }: Break): string {
  switch (limit) {
    case 'chipAmps':
      return `${ref} up to ${formatEngineering(value, 'amps').text}`;
    case 'lightKept':
      return `too dim: ${Math.round(100 * value)} % of the light`;
    case 'partShare':
      return `${ref} at ${value.toFixed(2)}× of its rating`;
    case 'supplyWatts':
      return `${formatEngineering(value, 'watts').text} at the supply`;
    case 'hours':
      return `runs ${formatEngineering(value, 'hours').text}`;
    case 'parts':
      return `${value} parts`;
    case 'joints':
      return `${value} joints`;
    case 'reversible':
      return 'cannot be undone';
    case 'drawer':
      return 'not in the drawer';
    case 'gain':
      return `rests on the gain of ${ref}`;
  }
}

/** What each limit is called where ways are few. */
export const LIMIT_WORDS: Readonly<Record<Break['limit'], string>> = {
  chipAmps: 'the LED’s current',
  lightKept: 'how dim it may look',
  partShare: 'what parts may bear',
  supplyWatts: 'the watts at the supply',
  hours: 'how long it runs',
  parts: 'the number of parts',
  joints: 'the number of joints',
  reversible: 'that it can be undone',
  drawer: 'what lies in the drawer',
  gain: 'a transistor’s gain',
};

/** As seen: "17 % dimmer", "the same". */
export function seenWords(change: number): string {
  const percent = Math.round(100 * change);
  return percent === 0 ? 'the same' : percent < 0 ? `${-percent} % dimmer` : `${percent} % brighter`;
}

/** The first way that all but this limit would let through. */
export function firstBreaking(ways: readonly ReworkWay[], limit: Break['limit']): ReworkWay | undefined {
  return ways.find(({ breaks }) => breaks.length > 0 && breaks.every((one) => one.limit === limit));
}

/** Where a limit is passed by least, of ways that pass others too. */
export function mildestWords(ways: readonly ReworkWay[], limit: Break['limit']): string {
  const all = ways.flatMap(({ breaks }) => breaks.filter((one) => one.limit === limit));
  const wantsMore = limit === 'lightKept' || limit === 'hours';
  const mildest = all.toSorted((a, b) => (wantsMore ? b.value - a.value : a.value - b.value))[0];
  return mildest ? breakWords(mildest) : '';
}
