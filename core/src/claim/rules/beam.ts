import { throwMetres } from '../../drive/index.ts';
import { sayClaim } from '../claim-figure.ts';
import type { ClaimDoubt, ClaimRule } from '../claim-rule.ts';
import { pairs } from './pairs.ts';

const THROW_SLACK = 0.15;
/** The middle of a beam over its mean: above, no reflector spreads the rest that thinly; below, most light goes elsewhere. */
const PEAK_OVER_MEAN = { low: 0.3, high: 6 };

/** Mean candela of so many lumens spread evenly over a cone of so many degrees. */
export function meanCandela(lumens: number, beamDegrees: number): number {
  return lumens / (2 * Math.PI * (1 - Math.cos((beamDegrees * Math.PI) / 360)));
}

/** Throw, candela, lumens and beam are one thing said four ways. */
export const beamDoubts: ClaimRule = ({ figures }) => [
  ...pairs(figures, 'throwMetres', 'candela').flatMap(([reach, candela]): ClaimDoubt[] => {
    const expected = throwMetres(candela.value);
    if (Math.abs(reach.value / expected - 1) <= THROW_SLACK) return [];
    const text = `${sayClaim(candela)} throw ${Math.round(expected)} m (to 0.25 lx, ANSI FL 1), not ${sayClaim(reach)}.`;
    return [
      { code: 'throw-and-candela', severity: reach.value > expected ? 'impossible' : 'caution', claims: [reach.id, candela.id], text },
    ];
  }),
  ...pairs(figures, 'lumens', 'beamDegrees').flatMap(([lumens, beam]) =>
    figures
      .filter(({ field }) => field === 'candela')
      .flatMap((candela): ClaimDoubt[] => {
        const mean = meanCandela(lumens.value, beam.value);
        const ratio = candela.value / mean;
        if (ratio >= PEAK_OVER_MEAN.low && ratio <= PEAK_OVER_MEAN.high) return [];
        const text = `${sayClaim(lumens)} over ${sayClaim(beam)} are ${Math.round(mean)} cd in the mean; ${sayClaim(candela)} ${ratio > 1 ? 'are more than its middle can have' : 'would leave most of the light elsewhere'}.`;
        return [
          { code: 'beam-and-candela', severity: ratio > 1 ? 'impossible' : 'caution', claims: [lumens.id, beam.id, candela.id], text },
        ];
      }),
  ),
];
