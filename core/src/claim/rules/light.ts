import { type ClaimFigure, sayClaim } from '../claim-figure.ts';
import type { ClaimDoubt, ClaimRule } from '../claim-rule.ts';
import type { ClaimField } from '../fields.ts';
import { claimsOf, pairs, ROUNDING } from './pairs.ts';

/**
 * No lamp of today's technology gives more: the theoretical limit of a good white is near 350 lm/W, the best sold
 * whole lamps reach about 220 (after Murphy, J. Appl. Phys. 111, 104909, 2012, with what is on sale).
 */
export const LUMENS_PER_WATT_LIMIT = 250;
/** The best whole lamps sold this year, lm/W; cheap ones give 80 to 110. */
const BEST_SOLD_LUMENS_PER_WATT = 220;

/**
 * Lumens that an LED lamp must give to be called equivalent to an incandescent of so many watts: [watts, lumens]
 * (Commission Regulation (EC) No 244/2009, annex II, table 6; straight lines between).
 */
const EQUIVALENCE = [
  [15, 136],
  [25, 249],
  [40, 470],
  [60, 806],
  [75, 1055],
  [100, 1521],
  [150, 2452],
  [200, 3452],
] as const;
/** Packages round, and lamps differ by a tenth. */
const EQUIVALENCE_SLACK = 0.9;

/** Lumens that so many equivalent watts stand for; beyond the table by the slope of its end. */
export function equivalentLumens(watts: number): number {
  const above = EQUIVALENCE.findIndex(([tabled]) => tabled >= watts);
  const upper = above === -1 ? EQUIVALENCE.length - 1 : Math.max(1, above);
  const [[w0, l0], [w1, l1]] = [EQUIVALENCE[upper - 1], EQUIVALENCE[upper]] as const;
  return Math.max(0, l0 + ((l1 - l0) * (watts - w0)) / (w1 - w0));
}

/** Colour rendering of the reference light itself (CIE 13.3). */
const MOST_COLOUR_INDEX = 100;
/** Watts over volt-amperes (IEC 60050-131-11-46). */
const MOST_POWER_FACTOR = 1;

function beyondScale(figures: readonly ClaimFigure[], field: ClaimField, most: number, what: string): readonly ClaimDoubt[] {
  return claimsOf(figures, field)
    .filter(({ value }) => value > most)
    .map((claim) => ({
      code: 'beyond-scale',
      severity: 'impossible',
      claims: [claim.id],
      text: `${what} of ${sayClaim(claim)} is beyond its scale, which ends at ${most}.`,
    }));
}

/** Light that the watts cannot give, equivalents that are none, and figures beyond their scale. */
export const lightDoubts: ClaimRule = ({ figures }) => [
  ...beyondScale(figures, 'colourIndex', MOST_COLOUR_INDEX, 'A colour rendering'),
  ...beyondScale(figures, 'powerFactor', MOST_POWER_FACTOR, 'A power factor'),
  ...pairs(figures, 'lumens', 'watts').flatMap(([lumens, watts]): ClaimDoubt[] => {
    const efficacy = lumens.value / watts.value;
    const sum = `${sayClaim(lumens)} from ${sayClaim(watts)} would be ${Math.round(efficacy)} lm/W`;
    const claims = [lumens.id, watts.id];
    if (efficacy > LUMENS_PER_WATT_LIMIT) {
      return [
        { code: 'too-many-lumens', severity: 'impossible', claims, text: `${sum}; nothing sold gives more than ${LUMENS_PER_WATT_LIMIT}.` },
      ];
    }
    if (efficacy > BEST_SOLD_LUMENS_PER_WATT) {
      return [
        {
          code: 'best-of-lumens',
          severity: 'caution',
          claims,
          text: `${sum}, more than the best lamps sold (${BEST_SOLD_LUMENS_PER_WATT}).`,
        },
      ];
    }
    return [];
  }),
  ...pairs(figures, 'equivalentWatts', 'lumens').flatMap(([equivalent, lumens]): ClaimDoubt[] => {
    const wanted = equivalentLumens(equivalent.value);
    if (lumens.value >= EQUIVALENCE_SLACK * wanted) return [];
    const text = `“Like ${sayClaim(equivalent)}” wants ${Math.round(wanted)} lm (EC 244/2009); claimed are ${sayClaim(lumens)}.`;
    return [{ code: 'not-equivalent', severity: 'impossible', claims: [equivalent.id, lumens.id], text }];
  }),
  ...(claimsOf(figures, 'lumens').length > 0 ? [] : pairs(figures, 'equivalentWatts', 'watts')).flatMap(
    ([equivalent, watts]): ClaimDoubt[] => {
      const wanted = equivalentLumens(equivalent.value);
      if (wanted <= BEST_SOLD_LUMENS_PER_WATT * watts.value * (1 + ROUNDING)) return [];
      const text = `“Like ${sayClaim(equivalent)}” wants ${Math.round(wanted)} lm; ${sayClaim(watts)} give ${Math.round(BEST_SOLD_LUMENS_PER_WATT * watts.value)} at the very best.`;
      return [{ code: 'not-equivalent', severity: 'impossible', claims: [equivalent.id, watts.id], text }];
    },
  ),
];
