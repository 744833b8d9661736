import type { EstimateReading } from './readings.ts';

/** Two readings of one figure differ by more than this many of their standard deviations: they cannot both be true. */
const AGAINST_SIGMAS = 3;

/** What is read, as one word: what has to be the same for two readings to be of one figure. */
export function readingPlace(reading: EstimateReading): string {
  const place = reading.kind === 'amps' ? reading.through : reading.kind === 'watts' ? reading.of : reading.across;
  return JSON.stringify([
    reading.kind,
    place,
    reading.statistic === 'ripple',
    reading.kind === 'volts' ? (reading.atAmps ?? null) : null,
    reading.state === 'dead',
  ]);
}

/**
 * One meter errs the same way each time, so that reading again with it makes nothing surer and only evens out its last
 * digit; another meter errs in its own way, and both together are surer than either (JCGM 100, weights by variance).
 *
 * @param count how many readings on its meter the earlier one is the mean of
 * @returns undefined where they cannot both be true
 */
export function combined(
  earlier: Pick<EstimateReading, 'value' | 'uncertainty'>,
  later: Pick<EstimateReading, 'value' | 'uncertainty'>,
  isSameMeter: boolean,
  count = 1,
): Pick<EstimateReading, 'value' | 'uncertainty'> | undefined {
  if (Math.abs(later.value - earlier.value) > AGAINST_SIGMAS * Math.hypot(later.uncertainty, earlier.uncertainty)) return undefined;
  // What was noted with fewer digits weighs less, with one meter too.
  const [weight, weightBefore] = [later.uncertainty ** -2, (isSameMeter ? count : 1) * earlier.uncertainty ** -2];
  const value = (weightBefore * earlier.value + weight * later.value) / (weightBefore + weight);
  const uncertainty = isSameMeter ? Math.min(later.uncertainty, earlier.uncertainty) : 1 / Math.sqrt(weight + weightBefore);
  return { value, uncertainty };
}

/** Readings of one figure on one meter as one reading, under the id of the first; those that contradict each other stay apart. */
export function withoutRepeats(readings: readonly EstimateReading[]): readonly EstimateReading[] {
  const groups: { key: string; reading: EstimateReading; count: number }[] = [];
  for (const reading of readings) {
    const key = `${readingPlace(reading)} ${reading.meter ?? ''}`;
    const group = groups.find((other) => other.key === key && combined(other.reading, reading, true) !== undefined);
    if (group) {
      group.reading = { ...group.reading, ...combined(group.reading, reading, true, group.count) };
      group.count += 1;
    } else groups.push({ key, reading, count: 1 });
  }
  return groups.map(({ reading }) => reading);
}
