import { nearlyEqual } from '../../numeric/index.ts';
import { sayClaim } from '../claim-figure.ts';
import type { ClaimDoubt, ClaimRule } from '../claim-rule.ts';
import { CLAIM_LABELS } from '../fields.ts';
import { ROUNDING } from './pairs.ts';

/** Two who say different things of the same. */
export const sayingDoubts: ClaimRule = ({ figures }) =>
  figures.flatMap((one, index) =>
    figures.slice(index + 1).flatMap((other): ClaimDoubt[] => {
      if (one.field !== other.field || agree(one, other)) return [];
      const text = `${CLAIM_LABELS[one.field]}: the ${one.source} says ${sayClaim(one)}, the ${other.source} ${sayClaim(other)}.`;
      return [{ code: 'claims-disagree', severity: 'caution', claims: [one.id, other.id], text }];
    }),
  );

/** A range agrees with what it covers. */
function agree(one: { value: number; upTo?: number | undefined }, other: { value: number; upTo?: number | undefined }): boolean {
  if (one.upTo === undefined && other.upTo === undefined) return nearlyEqual(one.value, other.value, ROUNDING);
  const covers = (range: typeof one, figure: typeof one) =>
    figure.value >= range.value * (1 - ROUNDING) && (figure.upTo ?? figure.value) <= (range.upTo ?? range.value) * (1 + ROUNDING);
  return covers(one, other) || covers(other, one);
}
