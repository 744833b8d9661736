import { describe, expect, it } from '@jest/globals';
import { type Entry, entrySchema } from '@mindful-probe/core';
import { conditionWords } from './condition-words.ts';

function reading(fields: Record<string, unknown>): Entry {
  return entrySchema.parse({
    id: 'entry-00001',
    at: '2026-03-07T10:00:00Z',
    kind: 'reading',
    place: { at: 'part', ref: 'R1' },
    figures: [{ unit: 'volts', value: 1, uncertainty: 0.01 }],
    condition: {},
    ...fields,
  });
}

describe('how a reading was taken', () => {
  it.each([
    [{}, ''],
    [{ condition: { state: 'live', afterSeconds: 90 }, meter: 'bench meter' }, 'live, after 90 s, bench meter'],
    [{ condition: { cold: true, dim: true, rework: 2, forced: true } }, 'cold, dim, rework 2, forced'],
    [{ condition: { afterSeconds: 1200 } }, 'after 20 min'],
    [{ figures: [{ unit: 'volts', value: 1, uncertainty: 0.01, doubtful: true }] }, 'doubtful'],
  ])('%j', (fields, words) => expect(conditionWords(reading(fields))).toBe(words));

  it('nothing is said of what is no reading', () => expect(conditionWords(undefined)).toBe(''));
});
