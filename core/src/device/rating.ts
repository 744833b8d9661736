import { packageWatts } from './packages.ts';
import type { Rated } from './part-base.ts';

/** What is held against a limit: of a chip its average or peak current, of a part its watts, peak volts or rms current. */
export type RatingKind =
  | 'chip-amps'
  | 'chip-peak-amps'
  | 'chip-watts'
  | 'chip-reverse-volts'
  | 'chip-celsius'
  | 'watts'
  | 'volts'
  | 'amps'
  | 'peak-amps'
  | 'reverse-volts'
  | 'celsius';

/** A limit, and whether it is a maker's figure or what is usual for such a part. */
export interface Limit {
  readonly value: number;
  readonly assumed: boolean;
  /** Of an assumed one: what it is usual for. */
  readonly usualFor?: string;
  /** What heat around it leaves of the rating, and what was rated. */
  readonly derated?: { readonly share: number; readonly celsius: number; readonly of: number };
}

export interface Rating {
  readonly of: RatingKind;
  readonly limit: Limit;
}

/** What the maker states. */
export function statedLimit(value: number): Limit {
  return { value, assumed: false };
}

/** What is usual where nothing is stated. */
export function usualLimit(value: number, usualFor: string): Limit {
  return { value, assumed: true, usualFor };
}

/**
 * What is stated, and what of a semiconductor is usual where no watts are: its package's, or those of a small one.
 *
 * @param small of a package that is not known, W
 */
export function semiconductorRatings(
  { rated, body }: { readonly rated?: Rated | undefined; readonly body?: string | undefined },
  small: number,
): readonly Rating[] {
  const known = packageWatts(body);
  const usual = usualLimit(known ?? small, known === undefined ? 'a small package' : (body as string));
  return [...(rated?.watts === undefined ? [{ of: 'watts' as const, limit: usual }] : []), ...statedRatings(rated)];
}

const OF_PART: Readonly<Partial<Record<keyof Rated, RatingKind>>> = {
  watts: 'watts',
  volts: 'volts',
  amps: 'amps',
  peakAmps: 'peak-amps',
  reverseVolts: 'reverse-volts',
  celsius: 'celsius',
};

/** A row for each figure that the maker states of a part, by the kind that it has in `names`. */
export function statedRatings(
  rated: Rated | undefined,
  names: Readonly<Partial<Record<keyof Rated, RatingKind>>> = OF_PART,
): readonly Rating[] {
  return (Object.keys(names) as (keyof Rated)[]).flatMap((field): Rating[] => {
    const value = rated?.[field];
    const of = names[field];
    return typeof value === 'number' && of ? [{ of, limit: statedLimit(value) }] : [];
  });
}
