import type { Rated } from '../part-base.ts';
import { type Limit, type Rating, statedLimit, statedRatings, usualLimit } from '../rating.ts';
import { LED_BODIES, LED_COLOURS, type LedBodyName, type LedColourName } from './colours.ts';

/** What of an LED its ratings follow from. */
interface RatedLed {
  readonly rated?: Rated | undefined;
  readonly body?: LedBodyName | undefined;
  readonly colour?: LedColourName | undefined;
}

/** Of a chip whose body is not known: that of a small indicator, A. */
const USUAL_AMPS = 0.02;
/** Makers' sheets state 5 V for nearly every chip. */
const USUAL_REVERSE_VOLTS = 5;
/** Of a through-hole body, whose epoxy softens, and of one that is soldered flat, °C. */
const USUAL_JUNCTION_CELSIUS = { legs: 100, flat: 125 } as const;

/** What one chip of an LED may carry on average. */
export function ratedChipAmps({ rated, body }: RatedLed): Limit {
  if (rated?.amps !== undefined) return statedLimit(rated.amps);
  return body ? usualLimit(LED_BODIES[body].ratedAmps, body) : usualLimit(USUAL_AMPS, 'a small LED');
}

/** How warm the junction of an LED may be. */
export function ratedJunctionCelsius({ rated, body }: RatedLed): Limit {
  if (rated?.celsius !== undefined) return statedLimit(rated.celsius);
  const hasLegs = body === undefined || body.endsWith('mm');
  return usualLimit(USUAL_JUNCTION_CELSIUS[hasLegs ? 'legs' : 'flat'], body ?? 'a small LED');
}

/** Light over electrical power of an LED's colour: a typical share, not a reading. */
export function lightShareOf({ colour = 'white' }: RatedLed): number {
  return LED_COLOURS[colour].lightShare;
}

/** An LED's ratings are those of one chip, but for the volts of the whole. */
export function ledRatings(part: RatedLed): readonly Rating[] {
  return [
    { of: 'chip-amps', limit: ratedChipAmps(part) },
    ...(part.rated?.reverseVolts === undefined
      ? [{ of: 'chip-reverse-volts' as const, limit: usualLimit(USUAL_REVERSE_VOLTS, 'an LED') }]
      : []),
    ...statedRatings(part.rated, {
      peakAmps: 'chip-peak-amps',
      watts: 'chip-watts',
      reverseVolts: 'chip-reverse-volts',
      celsius: 'chip-celsius',
      volts: 'volts',
    }),
  ];
}
