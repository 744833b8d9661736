/**
 * Below this share of its root mean square an average says next to nothing: what is read alternates, and a meter is
 * switched to its alternating range. Full-wave rectified mains has 0.9, pulses of a tenth of the time 0.32.
 */
const ALTERNATING_SHARE = 0.3;

/** What a person has a meter show of something with this average and root mean square. */
export function shownStatistic({ avg, rms }: { readonly avg: number; readonly rms: number }): 'avg' | 'rms' {
  return Math.abs(avg) < ALTERNATING_SHARE * rms ? 'rms' : 'avg';
}
