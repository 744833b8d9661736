import { CLAIM_LABELS, CLAIM_TEXT_LABELS, sayClaim } from '../../claim/index.ts';
import { formatSignificant, sayAbout } from '../../quantity/index.ts';
import { compareClaims, doubtsOf } from '../../verdict/index.ts';
import { list, table, type WriteUpBlock } from '../block.ts';
import type { WriteUpFacts } from '../facts.ts';

/** What is claimed, by whom; what is doubtful about it; and what was measured beside it. */
export function writeClaims({ specimen }: WriteUpFacts): readonly WriteUpBlock[] {
  const claims = [
    ...specimen.claims.map((claim) => [CLAIM_LABELS[claim.field], sayClaim(claim), claim.source]),
    ...specimen.claimTexts
      .filter(({ field }) => field !== 'listing')
      .map(({ field, text, source }) => [CLAIM_TEXT_LABELS[field], text, source]),
  ];
  const measured = compareClaims(specimen).map(({ claim, unit, measured: read, difference, holds }) => ({
    key: `claim.measured.${claim.field}`,
    text: `${CLAIM_LABELS[claim.field]} ${sayClaim(claim)} claimed, ${sayAbout(read, unit)} measured: ${holds ? 'within the meter’s uncertainty' : sayShare(difference)}.`,
    from: specimen.claims.filter(({ field }) => field === claim.field).map(({ id }) => id),
  }));
  return [
    ...table('claim.said', ['Claim', 'Figure', 'Said by'], claims),
    ...list(doubtsOf(specimen).map(({ text }, index) => ({ key: `claim.doubt.${index}`, text }))),
    ...list(measured),
  ];
}

/** A difference in percent; beyond ten times it is said as times. */
function sayShare(share: number): string {
  if (!Number.isFinite(share)) return 'how far apart cannot be told';
  if (Math.abs(share) > 9.99) return `${formatSignificant(share + 1, 2)} times as much`;
  return `${Math.abs(Math.round(100 * share))} % ${share > 0 ? 'more' : 'less'}`;
}
