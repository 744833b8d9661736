import { describe, expect, it } from '@jest/globals';
import { packageWatts } from './packages.ts';

describe('what a package dissipates', () => {
  // 100 K over what package notes give from junction to air on a small board, K/W.
  it.each([
    ['SOT-23', 330],
    ['SOT-23-5', 290],
    ['SOT-323', 500],
    ['SOT-89', 165],
    ['SOT-89-3', 165],
    ['SOT-223', 90],
    ['SO-8', 145],
    ['SOP8', 145],
    ['ESOP-8', 62],
    ['DFN', 100],
    ['TO-92', 200],
    ['TO-126', 100],
    ['TO-220', 62],
    ['TO-252', 71],
    ['TO-263', 50],
  ])('%s: 100 K over %d K/W', (name, kelvinPerWatt) => {
    expect((packageWatts(name) ?? 0) / (100 / kelvinPerWatt)).toBeGreaterThan(0.93);
    expect((packageWatts(name) ?? 0) / (100 / kelvinPerWatt)).toBeLessThan(1.07);
  });

  it('is not known of a name that is none', () => {
    expect(packageWatts('SOT-99')).toBeUndefined();
    expect(packageWatts(undefined)).toBeUndefined();
  });
});
