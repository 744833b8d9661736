import { describe, expect, it } from '@jest/globals';
import { runtimeText } from './life-words.ts';

describe('times as people say them', () => {
  it.each([
    [0.5, '30 min'],
    [4.973, '4 h 58 min'],
    [52.1, '52 h'],
    [0.9999, '1 h 0 min'],
  ])('a runtime of %d hours', (hours, words) => expect(runtimeText(hours)).toBe(words));
});
