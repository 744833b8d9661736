import { type LoggedColumn, loggedStatistics } from '../logged/index.ts';
import { type Meter, meteredBy, shownStatistic } from '../meter/index.ts';
import type { EntryDraft, Place, READING_UNITS } from './entry.ts';

export interface LoggedMapping {
  readonly column: LoggedColumn;
  readonly seconds: readonly number[];
  readonly hasTime: boolean;
  /** Where it was measured. */
  readonly place: Place;
  /** Where the header does not say. */
  readonly unit: (typeof READING_UNITS)[number];
  /** From the lowest to the highest, in place of what a meter would show. */
  readonly ripple?: boolean;
  readonly meter?: Meter;
}

/** So many moments of a soak tell all of its curve. */
const SOAK_MOMENTS = 40;
/** Steps of a converter of 12 bits over what was seen. */
const CONVERTER_STEPS = 4096;

/**
 * What a logged column says, as entries: one reading of its average, or of its root mean square where it alternates;
 * of temperatures a row of readings over time. Empty where the column holds no figure.
 */
export function loggedReadings({ column, seconds, hasTime, place, unit, ripple = false, meter }: LoggedMapping): readonly EntryDraft[] {
  const found = loggedStatistics(seconds, column.values);
  if (!found) return [];
  const step = Math.max((found.max - found.min) / CONVERTER_STEPS, 1e-9);
  const figure = (value: number, of: (typeof READING_UNITS)[number] = unit) => ({ unit: of, value, ...meteredBy(meter, of, value, step) });
  const named = { ...(meter && { meter: meter.name }), condition: {} };
  if (unit === 'celsius' && hasTime) {
    return momentsOf(column, seconds).map(({ at, value }) => ({
      kind: 'reading',
      place,
      figures: [figure(value)],
      ...named,
      condition: at > 0 ? { afterSeconds: at } : { cold: true },
    }));
  }
  if (ripple) {
    const figures = [{ ...figure(found.max - found.min), statistic: 'ripple' as const }];
    return [{ kind: 'reading', place, figures, ...named, condition: { state: 'live' } }];
  }
  const value = shownStatistic({ avg: found.mean, rms: found.rms }) === 'rms' ? found.rms : found.mean;
  const flicker = unit === 'lux' && found.flickerPercent !== undefined ? [figure(found.flickerPercent, 'percent')] : [];
  const isLive = unit === 'volts' || unit === 'amps' || unit === 'watts';
  return [{ kind: 'reading', place, figures: [figure(value), ...flicker], ...named, condition: isLive ? { state: 'live' } : {} }];
}

/** Evenly over the time that was logged, each the row next to it. */
function momentsOf({ values }: LoggedColumn, seconds: readonly number[]): readonly { at: number; value: number }[] {
  const seen = values.flatMap((value, index) => (Number.isFinite(value) ? [{ at: seconds[index] as number, value }] : []));
  if (seen.length <= SOAK_MOMENTS) return seen;
  return Array.from(
    { length: SOAK_MOMENTS },
    (_, index) => seen[Math.round((index * (seen.length - 1)) / (SOAK_MOMENTS - 1))] as (typeof seen)[number],
  );
}
