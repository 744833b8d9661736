import { sayClaim } from '../claim-figure.ts';
import type { ClaimDoubt, ClaimRule } from '../claim-rule.ts';
import { claimsOf } from './pairs.ts';

/** Volts from here up are meant for a socket. */
const MAINS_FROM_VOLTS = 90;
/** IEC 60038: ±10 %. */
const MAINS_TOLERANCE = 0.1;

/** No voltage, or one that is not this country's. */
export const supplyDoubts: ClaimRule = ({ figures, words, mains }) => {
  const volts = claimsOf(figures, 'volts');
  const hasCells = words.some(({ field }) => field === 'battery') || claimsOf(figures, 'cells').length > 0;
  const missing: readonly ClaimDoubt[] =
    volts.length > 0 || hasCells
      ? []
      : [{ code: 'no-volts', severity: 'caution', claims: [], text: 'No voltage is stated. Look on the body before it meets a supply.' }];
  return [
    ...missing,
    ...volts.flatMap((claim): ClaimDoubt[] => {
      const [low, high] = [claim.value, claim.upTo ?? claim.value];
      if (high < MAINS_FROM_VOLTS) return [];
      if (high >= mains.volts * (1 - MAINS_TOLERANCE) && low <= mains.volts * (1 + MAINS_TOLERANCE)) return [];
      const text =
        high < mains.volts
          ? `${sayClaim(claim)} is too low for this country’s ${mains.volts} V: plugged in, it gets ${(mains.volts / high).toFixed(1)} times its volts. Do not.`
          : `${sayClaim(claim)} is not this country’s ${mains.volts} V; it will be dim, or not start.`;
      return [{ code: 'wrong-country-volts', severity: high < mains.volts ? 'unsafe' : 'caution', claims: [claim.id], text }];
    }),
    ...claimsOf(figures, 'hertz')
      .filter(({ value, upTo }) => mains.hertz < value * 0.95 || mains.hertz > (upTo ?? value) * 1.05)
      .map((claim): ClaimDoubt => {
        const text = `${sayClaim(claim)} is not this country’s ${mains.hertz} Hz; a dropper’s current goes with it.`;
        return { code: 'wrong-country-hertz', severity: 'caution', claims: [claim.id], text };
      }),
  ];
};
