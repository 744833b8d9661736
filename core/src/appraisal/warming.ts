import type { SpecimenReading } from '../tape/index.ts';

/** One place's temperatures against time. */
export interface Warming {
  readonly place: string;
  /** By time: minutes from when the power came on, with the expanded uncertainty of each temperature. */
  readonly points: readonly { readonly minutes: number; readonly celsius: number; readonly plusMinus: number }[];
}

/** The places whose temperature was read at two times or more. A cold reading is minute 0; one without a time has no place in it. */
export function warmingOf(readings: readonly SpecimenReading[]): readonly Warming[] {
  const places = new Map<string, Warming['points'][number][]>();
  for (const { entry } of readings) {
    if (entry.place.at !== 'surface') continue;
    const seconds = entry.condition.afterSeconds ?? (entry.condition.cold ? 0 : undefined);
    const figure = entry.figures.find(({ unit }) => unit === 'celsius');
    if (seconds === undefined || !figure) continue;
    const points = places.get(entry.place.name) ?? [];
    points.push({ minutes: seconds / 60, celsius: figure.value, plusMinus: 2 * figure.uncertainty });
    places.set(entry.place.name, points);
  }
  return [...places]
    .filter(([, points]) => new Set(points.map(({ minutes }) => minutes)).size > 1)
    .map(([place, points]) => ({ place, points: points.toSorted((one, other) => one.minutes - other.minutes) }));
}
