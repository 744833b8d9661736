import { describe, expect, it } from '@jest/globals';
import { parseLogged } from '../logged/index.ts';
import { decodeMarking } from '../marking/index.ts';
import { parseListing } from './index.ts';

/** What made expressions look through the same text again from each of its places. */
const BITS = [' ', '\n', '1', '1 ', '1,000,', '000,', '[', '( ', '[ a', '/ ', 'AC ', 'CE ', 'surge ', 'up to ', '0-', '3 x ', 'x'];

/** Four times the text takes little more than four times as long; sixteen times would be the square. */
const MOST_GROWTH = 9;

/** The least of a few tries: other work on the machine makes one slower, and nothing makes one faster. */
function leastGrowth(run: (text: string) => unknown, bit: string): number {
  let least = Number.POSITIVE_INFINITY;
  for (let tries = 0; tries < 6 && least >= MOST_GROWTH; tries++) least = Math.min(least, growth(run, bit));
  return least;
}

function growth(run: (text: string) => unknown, bit: string): number {
  const took = (length: number) => {
    const text = bit.repeat(Math.ceil(length / bit.length));
    const times = Array.from({ length: 3 }, () => {
      const begun = performance.now();
      run(text);
      return performance.now() - begun;
    });
    return Math.max(1, Math.min(...times));
  };
  return took(60_000) / took(15_000);
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
