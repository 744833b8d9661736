import { describe, expect, it } from '@jest/globals';
import { isWasteful, seriousLeft } from './rank.ts';
import type { NamedFinding, ReworkWay } from './way.ts';

const after = (lightRatio: number, supplyWatts: number) => ({ lightRatio, supplyWatts }) as ReworkWay['after'];

describe('a way', () => {
  // A third of the light of a small dropper lamp for 0.4 of its watts is what its bleeder leaves of it.
  it.each([
    [0.3, 4.8, true],
    [0.74, 1, true],
    [0.76, 1, false],
    [0.3, 0.39, false],
    [1.2, 1.7, true],
    [0.5, 0.5, false],
  ])('with %f of the light for %f of the watts is wasteful: %s', (light, watts, expected) => {
    expect(isWasteful(after(light, 10 * watts), 10)).toBe(expected);
  });

  it('leaves what it makes as well as what was there, but for notes', () => {
    const finding = (severity: NamedFinding['severity']): NamedFinding => ({ code: 'no-fuse', ref: 'V1', severity });
    expect(seriousLeft({ leaves: [finding('unsafe'), finding('note')], makes: [finding('caution'), finding('note')] })).toBe(2);
    expect(seriousLeft({ leaves: [], makes: [] })).toBe(0);
  });
});
