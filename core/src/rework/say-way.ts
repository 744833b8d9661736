import { formatEngineering } from '../quantity/index.ts';
import type { Break } from './figures/figures.ts';
import type { ReworkWay } from './search/way.ts';

/** What of a limit does not hold, in a few words. */
export function sayBreak({ limit, ref = '', value }: Break): string {
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
    case 'cost':
      return `parts for ${value.toFixed(2)}`;
    case 'reversible':
      return 'cannot be undone';
    case 'drawer':
      return 'not in the drawer';
    case 'gain':
      return `rests on the gain of ${ref}`;
  }
}

/** As seen: "17 % dimmer", "the same". */
export function saySeen(change: number): string {
  const percent = Math.round(100 * change);
  return percent === 0 ? 'the same' : percent < 0 ? `${-percent} % dimmer` : `${percent} % brighter`;
}

/** A way in a line: "0.41× of its rating, 1.69 W, looks 28 % dimmer; too dim: 38 % of the light". */
export function sayWay({ after, breaks }: Pick<ReworkWay, 'after' | 'breaks'>): string {
  const seen = saySeen(after.seenChange);
  const figures = `${after.ofRated.toFixed(2)}× of its rating, ${formatEngineering(after.supplyWatts, 'watts').text}, looks ${seen}`;
  return breaks.length === 0 ? figures : `${figures}; ${breaks.map(sayBreak).join('; ')}`;
}
