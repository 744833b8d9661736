import { type ClaimFigure, multiply, type ReadingFigure, type Uncertain } from '@mindful-probe/core';

export interface Comparison {
  readonly claim: ClaimFigure;
  readonly unit: 'volts' | 'amps' | 'watts';
  readonly measured: Uncertain;
  /** Measured over claimed, less one. */
  readonly difference: number;
  /** The claim lies within the reading's expanded uncertainty (k = 2). */
  readonly holds: boolean;
}

/** Each claim in volts, amps or watts beside the latest reading of the same at the supply. */
export function compareClaims(claims: readonly ClaimFigure[], figures: readonly ReadingFigure[]): readonly Comparison[] {
  return claims.flatMap((claim): Comparison[] => {
    if (claim.field !== 'volts' && claim.field !== 'amps' && claim.field !== 'watts') return [];
    const measured = latest(figures, claim.field);
    if (!measured) return [];
    const off = measured.value - claim.value;
    return [{ claim, unit: claim.field, measured, difference: off / claim.value, holds: Math.abs(off) <= 2 * measured.uncertainty }];
  });
}

/** Watts not read follow from volts and amps: on direct current their product. */
function latest(figures: readonly ReadingFigure[], unit: 'volts' | 'amps' | 'watts'): Uncertain | undefined {
  const direct = figures.findLast((figure) => figure.unit === unit);
  if (direct || unit !== 'watts') return direct;
  const volts = figures.findLast((figure) => figure.unit === 'volts');
  const amps = figures.findLast((figure) => figure.unit === 'amps');
  return volts && amps && multiply(volts, amps);
}
