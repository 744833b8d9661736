import { describe, expect, it } from '@jest/globals';
import { parseLogged } from '../logged/index.ts';
import { decodeMarking } from '../marking/index.ts';
import { parseListing } from './index.ts';

/** What made expressions look through the same text again from each of its places. */
const BITS = [' ', '\n', '1', '1 ', '1,000,', '000,', '[', '( ', '[ a', '/ ', 'AC ', 'CE ', 'surge ', 'up to ', '0-', '3 x ', 'x'];

/** Four times the text takes little more than four times as long; sixteen times would be the square. */
const MOST_GROWTH = 9;

/** The least of a few tries, of the processor's time: what else the machine does is not in it, and nothing makes one faster. */
function leastGrowth(run: (text: string) => unknown, bit: string): number {
  const [short, long] = [15_000, 60_000].map((length) => bit.repeat(Math.ceil(length / bit.length))) as [string, string];
  let [shortMs, longMs] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];
  for (let tries = 0; tries < 20 && !(longMs / Math.max(1, shortMs) < MOST_GROWTH); tries++) {
    shortMs = Math.min(
      shortMs,
      processorMs(() => run(short)),
    );
    longMs = Math.min(
      longMs,
      processorMs(() => run(long)),
    );
  }
  return longMs / Math.max(1, shortMs);
}

function processorMs(run: () => unknown): number {
  const begun = process.cpuUsage();
  run();
  const { user, system } = process.cpuUsage(begun);
  return (user + system) / 1000;
}

describe('long input takes time in proportion to its length', () => {
  it.each(BITS)('%j over and over: a listing, the header of a CSV, a marking', (bit) => {
    expect(leastGrowth(parseListing, bit)).toBeLessThan(MOST_GROWTH);
    expect(leastGrowth((text) => parseLogged(`${text}\n1,2\n3,4\n`), bit)).toBeLessThan(MOST_GROWTH);
    expect(leastGrowth((text) => decodeMarking(text), bit)).toBeLessThan(MOST_GROWTH);
  });

  it('finds in a long listing what it finds in a short one', () => {
    const claims = '9W, 806 lm, 2700K';
    const found = (text: string) => parseListing(text).map(({ field }) => field);
    expect(found(`${' '.repeat(50_000)}${claims}`)).toEqual(found(claims));
  });
});
