import type { SoakPoint } from '../drive/index.ts';
import type { Specimen, SpecimenReading } from '../tape/index.ts';

/** Temperatures of one place, from when the power came on. */
export interface WarmingSeries {
  readonly place: string;
  /** The run that they were taken in, by its entry; undefined of readings that say their time themselves. */
  readonly run?: string;
  /** By time. */
  readonly points: readonly SoakPoint[];
}

/** One place's temperatures against time. */
export interface Warming {
  readonly place: string;
  /** By time: minutes from when the power came on, with the expanded uncertainty of each temperature. */
  readonly points: readonly { readonly minutes: number; readonly celsius: number; readonly plusMinus: number }[];
}

/**
 * The warmings of a state of the specimen, in the order of beginning. A cold reading is the beginning of the next run of
 * its place, or of what is timed by itself.
 */
export function warmingsIn({ readings, runs }: Specimen, rework: number): readonly WarmingSeries[] {
  return warmingsOfReadings(
    readings.filter((reading) => reading.rework === rework),
    runs.map(({ entry }) => ({ id: entry.id, at: entry.at, place: entry.place })),
  );
}

/** The places whose temperature was read at two times or more. */
export function warmingOf({ readings, runs }: Pick<Specimen, 'readings' | 'runs'>): readonly Warming[] {
  return warmingsOfReadings(
    readings,
    runs.map(({ entry }) => ({ id: entry.id, at: entry.at, place: entry.place })),
  )
    .filter(({ points }) => new Set(points.map(({ seconds }) => seconds)).size > 1)
    .map(({ place, points }) => ({
      place,
      points: points.map(({ seconds, celsius, uncertainty }) => ({ minutes: seconds / 60, celsius, plusMinus: 2 * uncertainty })),
    }));
}

interface Begun {
  readonly id: string;
  readonly at: string;
  readonly place: string | undefined;
}

function warmingsOfReadings(readings: readonly SpecimenReading[], runs: readonly Begun[]): readonly WarmingSeries[] {
  const series = new Map<string, { place: string; run?: string; points: SoakPoint[] }>();
  for (const { entry, during } of readings) {
    const { place, condition, figures, at } = entry;
    const figure = figures.find(({ unit }) => unit === 'celsius');
    if (place.at !== 'surface' || !figure) continue;
    const next = condition.cold
      ? runs.find((run) => Date.parse(run.at) >= Date.parse(at) && (run.place === undefined || run.place === place.name))
      : undefined;
    const run = condition.afterSeconds === undefined ? (next?.id ?? during?.run) : undefined;
    const seconds = condition.afterSeconds ?? (condition.cold ? 0 : during?.seconds);
    if (seconds === undefined) continue;
    const key = `${place.name} ${run ?? ''}`;
    const known = series.get(key) ?? { place: place.name, ...(run !== undefined && { run }), points: [] };
    known.points.push({ seconds, celsius: figure.value, uncertainty: figure.uncertainty });
    series.set(key, known);
  }
  return [...series.values()].map((one) => ({ ...one, points: one.points.sort((a, b) => a.seconds - b.seconds) }));
}
