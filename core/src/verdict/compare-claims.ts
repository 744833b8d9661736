import type { ClaimFigure } from '../claim/index.ts';
import { completeInLine } from '../in-line/index.ts';
import type { Uncertain } from '../quantity/index.ts';
import { inLineFigures, type Specimen } from '../tape/index.ts';
import { dangersOf } from './cautions.ts';
import { claimFigures } from './claim-figures.ts';

/** A claim beside what was measured. */
export interface ClaimComparison {
  readonly claim: ClaimFigure;
  readonly unit: 'volts' | 'amps' | 'watts';
  readonly measured: Uncertain;
  /** Measured over claimed, less one; over the nearer end of a range, 0 within it. */
  readonly difference: number;
  /** The claim lies within the reading's expanded uncertainty (k = 2). */
  readonly holds: boolean;
}

/** Each claim in volts, amps or watts beside the latest in-line reading as found. Watts that were not read follow where they can. */
export function compareClaims(specimen: Specimen): readonly ClaimComparison[] {
  const { alternating } = dangersOf(specimen);
  const readings = specimen.readings
    .filter(({ entry, rework }) => rework === 0 && entry.place.at === 'in')
    .map(({ entry }) => completeInLine(inLineFigures(entry.figures), alternating).figures);
  return claimFigures(specimen).flatMap((claim): ClaimComparison[] => {
    const { field } = claim;
    if (field !== 'volts' && field !== 'amps' && field !== 'watts') return [];
    const measured = readings.findLast((figures) => figures[field])?.[field];
    if (!measured) return [];
    const nearest = Math.min(Math.max(measured.value, claim.value), claim.upTo ?? claim.value);
    const off = measured.value - nearest;
    return [{ claim, unit: field, measured, difference: off / nearest, holds: Math.abs(off) <= 2 * measured.uncertainty }];
  });
}
