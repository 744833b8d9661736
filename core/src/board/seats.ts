/** Places as shares of a board's width and height, and how wide it is to its height. */
export interface Seats {
  readonly points: readonly (readonly [number, number])[];
  readonly aspect: number;
}

export interface SeatLayout {
  readonly width: number;
  readonly height: number;
  /** Left and top of each, in the order of the seats. */
  readonly places: readonly { readonly left: number; readonly top: number }[];
}

/** A drawing of a board as wide as this is scrolled; wider it is no help. */
const WIDEST = 2400;

/**
 * Seats drawn as they lie on the board, so far apart that fields of a size do not cover each other.
 *
 * @param field width and height of what is drawn at each seat, pixels
 * @param least the drawing is at least so wide
 * @returns undefined where two lie so near that no drawing of use has both
 */
export function seatLayout(
  { points, aspect }: Seats,
  field: { readonly width: number; readonly height: number },
  least: number,
): SeatLayout | undefined {
  const at = points.map(([x, y]) => [x * aspect, y] as const);
  const [left, top] = [Math.min(...at.map(([x]) => x)), Math.min(...at.map(([, y]) => y))];
  const [wide, high] = [Math.max(...at.map(([x]) => x)) - left, Math.max(...at.map(([, y]) => y)) - top];
  // Two fields are clear of each other as soon as they are so in one direction.
  let scale = wide > 0 ? Math.max(0, least - field.width) / wide : 0;
  for (const [index, [x, y]] of at.entries())
    for (const [otherX, otherY] of at.slice(index + 1)) {
      const [dx, dy] = [Math.abs(x - otherX), Math.abs(y - otherY)];
      if (dx === 0 && dy === 0) return undefined;
      scale = Math.max(scale, Math.min(field.width / dx, field.height / dy));
    }
  const size = { width: scale * wide + field.width, height: scale * high + field.height };
  if (!(size.width <= WIDEST && size.height <= WIDEST)) return undefined;
  return { ...size, places: at.map(([x, y]) => ({ left: scale * (x - left), top: scale * (y - top) })) };
}
