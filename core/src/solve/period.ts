import { fail, type Result, succeed } from '../circuit/index.ts';

/** That several sources may have in common, s. */
const LONGEST_PERIOD_SECONDS = 1;
/** Of a source that is alone with its frequency, as of a slow blinker, s. */
const LONGEST_OF_ONE_SECONDS = 60;
/** Multiples of the longest source period that are tried; 1 s at 50 Hz is 50. */
const MOST_CYCLES = 200_000;
const COMMENSURABLE = 1e-9;

/**
 * The least common period of all frequencies, s.
 *
 * @param frequencies at least one, Hz
 * @returns an error where there is none within a second, or within a minute of one frequency alone
 */
export function commonPeriod(frequencies: readonly number[]): Result<number> {
  const lowest = Math.min(...frequencies);
  if (frequencies.every((hertz) => hertz === lowest)) {
    const seconds = 1 / lowest;
    if (seconds <= LONGEST_OF_ONE_SECONDS) return succeed(seconds);
    return fail('no-common-period', `${lowest} Hz is slower than once in ${LONGEST_OF_ONE_SECONDS} s.`, 'parts');
  }
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
