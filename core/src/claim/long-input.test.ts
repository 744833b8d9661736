import { describe, expect, it } from '@jest/globals';
import { parseLogged } from '../logged/index.ts';
import { decodeMarking } from '../marking/index.ts';
import { parseListing } from './index.ts';

/** What made expressions look through the same text again from each of its places. */
const BITS = [' ', '\n', '1', '1 ', '1,000,', '000,', '[', '( ', '[ a', '/ ', 'AC ', 'CE ', 'surge ', 'up to ', '0-', '3 x ', 'x'];

/** Times twice the text takes little more than twice as long; four times as long would be the square. */
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
    expect(growth(parseListing, bit)).toBeLessThan(9);
    expect(growth((text) => parseLogged(`${text}\n1,2\n3,4\n`), bit)).toBeLessThan(9);
    expect(growth((text) => decodeMarking(text), bit)).toBeLessThan(9);
  });

  it('finds in a long listing what it finds in a short one', () => {
    const claims = '9W, 806 lm, 2700K';
    const found = (text: string) => parseListing(text).map(({ field }) => field);
    expect(found(`${' '.repeat(50_000)}${claims}`)).toEqual(found(claims));
  });
});
