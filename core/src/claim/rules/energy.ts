import { formatSignificant } from '../../quantity/index.ts';
import { sayClaim } from '../claim-figure.ts';
import type { ClaimDoubt, ClaimRule } from '../claim-rule.ts';
import { claimsOf, pairs, ROUNDING } from './pairs.ts';

/**
 * The largest capacities that cells of a size are sold with and keep, Ah, and their nominal volts: what fits the
 * volume at the energy density of the chemistry (Linden and Reddy, Handbook of Batteries, 4th ed. 2011, tables of ch. 11, 22, 26).
 */
const CELL_LIMITS: readonly { readonly size: RegExp; readonly name: string; readonly ampHours: number; readonly volts: number }[] = [
  { size: /\b18650\b/, name: '18650', ampHours: 3.6, volts: 3.7 },
  { size: /\b21700\b/, name: '21700', ampHours: 5.8, volts: 3.7 },
  { size: /\b26650\b/, name: '26650', ampHours: 5.8, volts: 3.7 },
  { size: /\b14500\b/, name: '14500', ampHours: 1, volts: 3.7 },
  { size: /\b16340\b|\bCR123A?\b/i, name: '16340', ampHours: 1.6, volts: 3.2 },
  { size: /\b10440\b/, name: '10440', ampHours: 0.4, volts: 3.7 },
  { size: /\bCR2032\b/i, name: 'CR2032', ampHours: 0.24, volts: 3 },
  { size: /\bCR2025\b/i, name: 'CR2025', ampHours: 0.17, volts: 3 },
  { size: /\bCR2016\b/i, name: 'CR2016', ampHours: 0.1, volts: 3 },
  { size: /\bLR44\b/i, name: 'LR44', ampHours: 0.15, volts: 1.5 },
  { size: /\bAAA\b/i, name: 'AAA', ampHours: 1.3, volts: 1.5 },
  { size: /\bAA\b/i, name: 'AA', ampHours: 3.2, volts: 1.5 },
  { size: /\b(?:9 ?V|PP3|6LR61)\b/i, name: '9 V block', ampHours: 0.6, volts: 9 },
];

/** Sums of capacity, power and time that do not come out. */
export const energyDoubts: ClaimRule = ({ figures, words }) => {
  const cell = words
    .filter(({ field }) => field === 'battery')
    .flatMap((words_) => CELL_LIMITS.filter(({ size }) => size.test(words_.text)).map((limit) => ({ limit, words: words_ })))[0];
  const cells = claimsOf(figures, 'cells')[0]?.value ?? 1;
  return [
    ...pairs(figures, 'volts', 'amps').flatMap(([volts, amps]) =>
      claimsOf(figures, 'watts')
        .filter(({ value }) => value > (volts.upTo ?? volts.value) * amps.value * (1 + ROUNDING))
        .map((watts): ClaimDoubt => {
          const product = sayClaim({ field: 'watts', value: (volts.upTo ?? volts.value) * amps.value });
          const text = `${sayClaim(watts)} cannot come from ${sayClaim(volts)} × ${sayClaim(amps)}, which is ${product}.`;
          return { code: 'watts-beyond-supply', severity: 'impossible', claims: [watts.id, volts.id, amps.id], text };
        }),
    ),
    ...(cell
      ? claimsOf(figures, 'ampHours')
          .filter(({ value }) => value > cell.limit.ampHours * (1 + ROUNDING))
          .map((claim): ClaimDoubt => {
            const limit = sayClaim({ field: 'ampHours', value: cell.limit.ampHours });
            const text = `${sayClaim(claim)} do not fit a cell of size ${cell.limit.name}; the best hold about ${limit}.`;
            return { code: 'beyond-cell-size', severity: 'impossible', claims: [claim.id, cell.words.id], text };
          })
      : []),
    ...pairs(figures, 'hours', 'watts').flatMap(([hours, watts]) =>
      claimsOf(figures, 'ampHours').flatMap((capacity): ClaimDoubt[] => {
        const volts = cell?.limit.volts ?? claimsOf(figures, 'volts').find(({ value }) => value < 60)?.value;
        if (volts === undefined) return [];
        const stored = capacity.value * volts * (cell ? cells : 1);
        const used = hours.value * watts.value;
        if (used <= stored * (1 + 2 * ROUNDING)) return [];
        const text = `${sayClaim(hours)} at ${sayClaim(watts)} use ${formatSignificant(used, 2)} Wh; ${sayClaim(capacity)} at ${volts} V hold ${formatSignificant(stored, 2)} Wh.`;
        return [{ code: 'runtime-beyond-energy', severity: 'impossible', claims: [hours.id, watts.id, capacity.id], text }];
      }),
    ),
  ];
};
