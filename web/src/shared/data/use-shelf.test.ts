import { describe, expect, it } from '@jest/globals';
import type { ShelfPart, ShelfRow } from '@mindful-probe/core';
import { withRow } from './use-shelf.ts';

const row = (id: string, lastSeq: number): ShelfRow => ({ id, createdAt: '2026-03-07T10:00:00Z', lastSeq });

describe('the shelf in the browser', () => {
  it('takes a row that changed in its place, and leaves one that it does not show to the next question', () => {
    const part: ShelfPart = { specimens: [row('clip-1', 1), row('lamp-1', 4)], found: 2, total: 2 };
    expect(withRow(part, row('lamp-1', 5)).specimens).toEqual([row('clip-1', 1), row('lamp-1', 5)]);
    expect(withRow(part, row('other-1', 1))).toEqual(part);
  });
});
