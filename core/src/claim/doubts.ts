import { nearlyEqual } from '../numeric/index.ts';
import { formatEngineering } from '../quantity/index.ts';
import { CLAIM_LABELS, type ClaimField, type ClaimSource } from './fields.ts';

export interface ClaimFigure {
  readonly id: string;
  readonly field: ClaimField;
  readonly value: number;
  readonly source: ClaimSource;
}

/** Something about the claims that cannot be, or that they fail to say. */
export interface ClaimDoubt {
  readonly code: 'too-many-lumens' | 'watts-beyond-supply' | 'claims-disagree' | 'no-volts';
  readonly severity: 'caution' | 'unsafe' | 'impossible';
  /** The claims that it speaks of. */
  readonly claims: readonly string[];
  readonly text: string;
}

/**
 * No lamp of today's technology gives more: the theoretical limit of a good white is near 350 lm/W, the best sold
 * whole lamps reach about 220 (after Murphy, J. Appl. Phys. 111, 104909, 2012, with what is on sale).
 */
export const LUMENS_PER_WATT_LIMIT = 250;
/** Figures on boxes are rounded; less than this much over is no lie. */
const ROUNDING = 0.05;

/** Everything doubtful in a list of claims, worst first. An empty list has no doubts yet. */
export function doubtClaims(claims: readonly ClaimFigure[]): readonly ClaimDoubt[] {
  if (claims.length === 0) return [];
  return [...tooManyLumens(claims), ...beyondSupply(claims), ...disagreements(claims), ...noVolts(claims)];
}

function tooManyLumens(claims: readonly ClaimFigure[]): ClaimDoubt[] {
  return pairs(claims, 'lumens', 'watts').flatMap(([lumens, watts]) => {
    const efficacy = lumens.value / watts.value;
    if (efficacy <= LUMENS_PER_WATT_LIMIT) return [];
    const text = `${lumens.value} lm from ${say(watts)} would be ${Math.round(efficacy)} lm/W; nothing sold gives more than ${LUMENS_PER_WATT_LIMIT}.`;
    return [{ code: 'too-many-lumens', severity: 'impossible', claims: [lumens.id, watts.id], text }];
  });
}

function beyondSupply(claims: readonly ClaimFigure[]): ClaimDoubt[] {
  return pairs(claims, 'volts', 'amps').flatMap(([volts, amps]) =>
    claims
      .filter(({ field, value }) => field === 'watts' && value > volts.value * amps.value * (1 + ROUNDING))
      .map((watts): ClaimDoubt => {
        const product = formatEngineering(volts.value * amps.value, 'watts').text;
        const text = `${say(watts)} cannot come from ${say(volts)} × ${say(amps)}, which is ${product}.`;
        return { code: 'watts-beyond-supply', severity: 'impossible', claims: [watts.id, volts.id, amps.id], text };
      }),
  );
}

function disagreements(claims: readonly ClaimFigure[]): ClaimDoubt[] {
  const found: ClaimDoubt[] = [];
  claims.forEach((one, index) => {
    for (const other of claims.slice(index + 1)) {
      if (one.field !== other.field || nearlyEqual(one.value, other.value, ROUNDING)) continue;
      const text = `${CLAIM_LABELS[one.field]}: the ${one.source} says ${say(one)}, the ${other.source} ${say(other)}.`;
      found.push({ code: 'claims-disagree', severity: 'caution', claims: [one.id, other.id], text });
    }
  });
  return found;
}

function noVolts(claims: readonly ClaimFigure[]): ClaimDoubt[] {
  if (claims.some(({ field }) => field === 'volts')) return [];
  return [{ code: 'no-volts', severity: 'caution', claims: [], text: 'No voltage is stated. Look on the body before it meets a supply.' }];
}

function pairs(claims: readonly ClaimFigure[], first: ClaimField, second: ClaimField): [ClaimFigure, ClaimFigure][] {
  const seconds = claims.filter(({ field }) => field === second);
  return claims.filter(({ field }) => field === first).flatMap((one) => seconds.map((other): [ClaimFigure, ClaimFigure] => [one, other]));
}

function say({ field, value }: ClaimFigure): string {
  return formatEngineering(value, field).text;
}
