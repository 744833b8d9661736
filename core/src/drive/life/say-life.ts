import { MOST_LIFE_HOURS } from './life.ts';

/** A life to two digits; of the longest only that it is longer. */
export function sayLifeHours(hours: number): string {
  if (hours >= MOST_LIFE_HOURS) return `over ${MOST_LIFE_HOURS.toLocaleString('en')} h`;
  return `${Number(hours.toPrecision(2)).toLocaleString('en')} h`;
}
