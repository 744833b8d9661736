import { describe, expect, it } from '@jest/globals';
import type { TapeLineDto } from './api.ts';
import { afterLanding, withLines } from './tape-cache.ts';

function line(seq: number): TapeLineDto {
  return { seq, entry: { kind: 'note', id: `entry-${seq}`, at: '2026-03-07T10:00:00Z', text: 'x' } };
}

describe('the tape in the browser', () => {
  it('merges lines by their place, in any order of arrival, each once', () => {
    expect(withLines([line(1), line(4)], [line(3), line(2), line(4)]).map(({ seq }) => seq)).toEqual([1, 2, 3, 4]);
  });

  it('stays the same list where nothing is new', () => {
    const lines = [line(1), line(2)];
    expect(withLines(lines, [line(2)])).toBe(lines);
  });

  it('of a specimen made just now is what landed; of one not fetched yet it is not known', () => {
    expect(afterLanding(undefined, [line(1), line(2)])).toEqual([line(1), line(2)]);
    expect(afterLanding(undefined, [line(7)])).toBeUndefined();
    expect(afterLanding([line(1)], [line(2)])).toHaveLength(2);
  });
});
