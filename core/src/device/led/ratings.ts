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

/** What no indicator bears, A: they are rated for 20 to 30 mA, and bodies with a pad for their heat for 150 and more. */
const MORE_THAN_INDICATOR_AMPS = 0.1;

/** What one that is sold by its watts carries at the volts that are typical of its colour; not given of an indicator. */
function ampsByWatts({ rated, colour = 'white' }: RatedLed): number | undefined {
  const amps = (rated?.watts ?? 0) / LED_COLOURS[colour].volts;
  return amps >= MORE_THAN_INDICATOR_AMPS ? amps : undefined;
}

/** What a chip of no known body is rated for, A, where that is more than any indicator bears; else undefined. */
export function largeChipAmps(part: RatedLed): number | undefined {
  if (part.body !== undefined) return undefined;
  const amps = part.rated?.amps;
  return amps === undefined ? ampsByWatts(part) : amps >= MORE_THAN_INDICATOR_AMPS ? amps : undefined;
}

/** What one chip of an LED may carry on average. */
export function ratedChipAmps(part: RatedLed): Limit {
  const { rated, body } = part;
  if (rated?.amps !== undefined) return statedLimit(rated.amps);
  const byWatts = ampsByWatts(part);
  if (byWatts !== undefined) return usualLimit(byWatts, 'an LED of its watts');
  return body ? usualLimit(LED_BODIES[body].ratedAmps, body) : usualLimit(USUAL_AMPS, 'a small LED');
}

/** How warm the junction of an LED may be. */
export function ratedJunctionCelsius(part: RatedLed): Limit {
  const { rated, body } = part;
  if (rated?.celsius !== undefined) return statedLimit(rated.celsius);
  if (largeChipAmps(part) !== undefined) return usualLimit(USUAL_JUNCTION_CELSIUS.flat, 'a power LED');
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
