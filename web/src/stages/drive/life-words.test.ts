import { describe, expect, it } from '@jest/globals';
import { lifeText, runtimeText } from './life-words.ts';

describe('times as people say them', () => {
  it.each([
    [12_345, '12,000 h'],
    [987, '990 h'],
    [250_000, 'over 100,000 h'],
  ])('a life of %d hours', (hours, words) => expect(lifeText(hours)).toBe(words));

  it.each([
    [0.5, '30 min'],
    [4.973, '4 h 58 min'],
    [52.1, '52 h'],
    [0.9999, '1 h 0 min'],
  ])('a runtime of %d hours', (hours, words) => expect(runtimeText(hours)).toBe(words));
});
