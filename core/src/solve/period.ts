import { fail, type Result, succeed } from '../circuit/index.ts';

const LONGEST_PERIOD_SECONDS = 1;
/** Multiples of the longest source period that are tried; 1 s at 50 Hz is 50. */
const MOST_CYCLES = 200_000;
const COMMENSURABLE = 1e-9;

/**
 * The least common period of all frequencies, s.
 *
 * @param frequencies at least one, Hz
 * @returns an error where there is none within a second
 */
export function commonPeriod(frequencies: readonly number[]): Result<number> {
  const lowest = Math.min(...frequencies);
  for (let cycles = 1; cycles / lowest <= LONGEST_PERIOD_SECONDS * (1 + COMMENSURABLE) && cycles <= MOST_CYCLES; cycles++) {
    const seconds = cycles / lowest;
    const fits = frequencies.every(
      (hertz) => Math.abs(hertz * seconds - Math.round(hertz * seconds)) < COMMENSURABLE * Math.max(1, hertz * seconds),
    );
    if (fits) return succeed(seconds);
  }
  const listed = [...new Set(frequencies)].map((hertz) => `${hertz} Hz`).join(', ');
  return fail('no-common-period', `${listed} have no common period of ${LONGEST_PERIOD_SECONDS} s or less.`, 'parts');
}
