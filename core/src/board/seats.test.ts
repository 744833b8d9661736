import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { seatLayout } from './seats.ts';

const FIELD = { width: 48, height: 60 };

describe('packages laid out as on the board', () => {
  it('keep their proportions: a ring stays round', () => {
    const ring = Array.from({ length: 12 }, (_, index): [number, number] => {
      const angle = (index / 12) * 2 * Math.PI;
      return [0.5 + 0.2 * Math.cos(angle), 0.5 + 0.4 * Math.sin(angle)];
    });
    const layout = seatLayout({ points: ring, aspect: 2 }, FIELD, 264);
    const middle = { x: ((layout?.width ?? 0) - FIELD.width) / 2, y: ((layout?.height ?? 0) - FIELD.height) / 2 };
    const radii = layout?.places.map(({ left, top }) => Math.hypot(left - middle.x, top - middle.y)) ?? [];
    expect(Math.max(...radii) - Math.min(...radii)).toBeLessThan(1e-6);
  });

  it('in one column or in one row touch and do not cover each other; two at one place are no layout', () => {
    const column = seatLayout(
      {
        points: [
          [0.5, 0.1],
          [0.5, 0.4],
          [0.5, 0.9],
        ],
        aspect: 1,
      },
      FIELD,
      264,
    );
    expect(column).toMatchObject({ width: FIELD.width, places: [{ left: 0, top: 0 }, { left: 0, top: FIELD.height }, { left: 0 }] });
    const row = seatLayout(
      {
        points: [
          [0.1, 0.5],
          [0.4, 0.5],
        ],
        aspect: 1,
      },
      FIELD,
      264,
    );
    expect(row).toMatchObject({
      height: FIELD.height,
      places: [
        { left: 0, top: 0 },
        { left: 264 - FIELD.width, top: 0 },
      ],
    });
    expect(
      seatLayout(
        {
          points: [
            [0.5, 0.1],
            [0.5, 0.1],
          ],
          aspect: 1,
        },
        FIELD,
        264,
      ),
    ).toBeUndefined();
  });

  it('never cover each other, and all lie within', () => {
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(share, share), { minLength: 1, maxLength: 30 }),
        fc.double({ min: 0.2, max: 5, noNaN: true }),
        (points, aspect) => {
          const layout = seatLayout({ points, aspect }, FIELD, 264);
          if (!layout) return;
          for (const [index, one] of layout.places.entries()) {
            expect(one.left + FIELD.width).toBeLessThanOrEqual(layout.width + 1e-6);
            expect(one.top + FIELD.height).toBeLessThanOrEqual(layout.height + 1e-6);
            for (const other of layout.places.slice(index + 1)) {
              const isClear = Math.abs(one.left - other.left) >= FIELD.width - 1e-6 || Math.abs(one.top - other.top) >= FIELD.height - 1e-6;
              expect(isClear).toBe(true);
            }
          }
        },
      ),
    );
  });

  it('are one after another where two lie on one spot', () => {
    expect(
      seatLayout(
        {
          points: [
            [0.5, 0.5],
            [0.5, 0.5],
          ],
          aspect: 1,
        },
        FIELD,
        264,
      ),
    ).toBeUndefined();
    expect(
      seatLayout(
        {
          points: [
            [0, 0],
            [1, 1],
            [1, 0.99999],
          ],
          aspect: 1,
        },
        FIELD,
        264,
      ),
    ).toBeUndefined();
  });
});
