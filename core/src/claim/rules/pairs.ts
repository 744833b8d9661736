import type { ClaimFigure } from '../claim-figure.ts';
import type { ClaimField } from '../fields.ts';

/** Figures on boxes are rounded; less than this much over is no lie. */
export const ROUNDING = 0.05;

export function claimsOf(figures: readonly ClaimFigure[], field: ClaimField): readonly ClaimFigure[] {
  return figures.filter((claim) => claim.field === field);
}

/** Every claim of one field with every claim of another. */
export function pairs(
  figures: readonly ClaimFigure[],
  first: ClaimField,
  second: ClaimField,
): readonly (readonly [ClaimFigure, ClaimFigure])[] {
  const seconds = claimsOf(figures, second);
  return claimsOf(figures, first).flatMap((one) => seconds.map((other) => [one, other] as const));
}
