import { sayClaim } from '../claim-figure.ts';
import type { ClaimDoubt, ClaimRule } from '../claim-rule.ts';
import { claimsOf, pairs } from './pairs.ts';

/** Still air and radiation together take about this from a warm surface, W/(m²·K) (Incropera, Fundamentals of Heat and Mass Transfer, ch. 9). */
const SURFACE_WATTS_PER_SQUARE_METRE_KELVIN = 12;
/** Of an LED lamp's watts; the rest is light. */
const HEAT_SHARE = 0.7;
/** Surface over the room's air: above the first it is hot to hold, above the second no cheap part lives. */
const HOT_KELVIN = 45;
const TOO_HOT_KELVIN = 90;

/** Watts that a case of this size cannot get rid of. */
export const heatDoubts: ClaimRule = ({ figures }) =>
  pairs(figures, 'lengthMetres', 'diameterMetres').flatMap(([length, diameter]) =>
    claimsOf(figures, 'watts').flatMap((watts): ClaimDoubt[] => {
      const surface = Math.PI * diameter.value * (length.value + diameter.value / 2);
      const kelvin = (HEAT_SHARE * watts.value) / (SURFACE_WATTS_PER_SQUARE_METRE_KELVIN * surface);
      if (kelvin < HOT_KELVIN) return [];
      const size = `${(1000 * length.value).toFixed(0)} × ${(1000 * diameter.value).toFixed(0)} mm`;
      const text = `${sayClaim(watts)} in a case of ${size} (${(1e4 * surface).toFixed(0)} cm²) would run about ${Math.round(kelvin)} K above the room.`;
      const claims = [watts.id, length.id, diameter.id];
      return [{ code: 'too-small-for-watts', severity: kelvin > TOO_HOT_KELVIN ? 'impossible' : 'caution', claims, text }];
    }),
  );
