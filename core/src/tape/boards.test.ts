import { describe, expect, it } from '@jest/globals';
import { type Board, photosOf } from './boards.ts';
import type { EntryOf } from './entry.ts';

const view = { turn: 0, mirrored: false, brightness: 1, contrast: 1 } as const;
const board: Board = {
  name: 'driver',
  photos: { front: 'pic-front', back: 'pic-back' },
  views: { front: view, back: { ...view, mirrored: true } },
  pairs: [],
};
const picture = (id: string, width: number, height: number) => ({ entry: { id, width, height } as EntryOf<'picture'> });

describe('the photos of a board', () => {
  it('are those of its own sides, with their sizes, whatever other pictures there are', () => {
    const pictures = [picture('pic-box', 10, 20), picture('pic-back', 300, 200), picture('pic-front', 640, 480)];
    expect(photosOf(board, pictures)).toEqual({
      front: { size: [640, 480], view: board.views.front },
      back: { size: [300, 200], view: board.views.back },
      pairs: [],
    });
  });

  it('without a picture that was struck are those that are left', () => {
    expect(photosOf(board, [picture('pic-box', 10, 20), picture('pic-back', 300, 200)])).toEqual({
      back: { size: [300, 200], view: board.views.back },
      pairs: [],
    });
  });
});
