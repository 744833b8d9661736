import { describe, expect, it } from '@jest/globals';
import { shownStatistic } from './index.ts';

describe('what a person has a meter show', () => {
  it.each([
    ['direct current', 1, 1, 'avg'],
    // 2/π over 1/√2
    ['full-wave rectified mains', 0.9, 1, 'avg'],
    // √0.1
    ['pulses of a tenth of the time', 0.316, 1, 'avg'],
    ['mains', 0, 1, 'rms'],
    ['mains with a little direct current', -0.29, 1, 'rms'],
  ] as const)('of %s (average %d, rms %d): %s', (_, avg, rms, shown) => {
    expect(shownStatistic({ avg, rms })).toBe(shown);
  });
});
