import { describe, expect, it } from '@jest/globals';
import { newFloats, newInts } from './index.ts';

describe('arrays cut from a block', () => {
  it('are zeros of their own, of any length, also past the end of a block', () => {
    const lengths = [0, 1, 3, 7, 8, 100, 5000, 20_000, 2];
    const arrays = lengths.flatMap((length) => [newFloats(length), newInts(length)]);
    expect(arrays.map(({ length }) => length)).toEqual(lengths.flatMap((length) => [length, length]));
    for (const [index, array] of arrays.entries()) {
      expect(array.every((value) => value === 0)).toBe(true);
      array.fill(index + 1);
    }
    for (const [index, array] of arrays.entries()) expect(array.every((value) => value === index + 1)).toBe(true);
  });
});
