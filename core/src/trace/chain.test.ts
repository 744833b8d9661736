import { describe, expect, it } from '@jest/globals';
import { DisjointSets } from '../numeric/index.ts';
import { allOhms, chainBetween, isAtMost, leastOhms } from './chain.ts';

/** Pads 0 to 3, each a net of its own. */
const between = (...parts: readonly (readonly [string, number, number, number])[]) =>
  chainBetween(
    0,
    3,
    parts.map(([ref, a, b, ohms]) => ({ ref, a, b, ohms })),
    new DisjointSets(4),
  );

describe('known parts between two pads', () => {
  it('the way of least resistance, and what all ways together have: 30 and 60 Ω in parallel are 20', () => {
    const chain = between(['R1', 0, 1, 10], ['R2', 1, 3, 20], ['R3', 0, 3, 60]);
    if (!chain) throw new Error('no chain');
    expect(chain).toMatchObject({ refs: ['R1', 'R2'], ohms: 30 });
    expect(allOhms(chain)).toBeCloseTo(20, 9);
    // At pad 0 hang 10 and 60 Ω, at pad 3 20 and 60: what all have together is no less than the larger of the two.
    expect(leastOhms(chain)).toBeCloseTo(15, 9);
    expect([isAtMost(chain, 30), isAtMost(chain, 21), isAtMost(chain, 19)]).toEqual([true, true, false]);
  });

  it('a bridge of five has what Kirchhoff says, which no series and parallel do', () => {
    const chain = between(['R1', 0, 1, 10], ['R2', 0, 2, 20], ['R3', 1, 2, 30], ['R4', 1, 3, 40], ['R5', 2, 3, 50]);
    // By delta to star at the upper three: 10 · 20 ÷ 60 + (10 · 30 ÷ 60 + 40) parallel to (20 · 30 ÷ 60 + 50).
    const star = (10 * 20) / 60 + 1 / (1 / (5 + 40) + 1 / (10 + 50));
    expect(chain && allOhms(chain)).toBeCloseTo(star, 9);
  });

  it('there is none where nothing leads there, or where both are one', () => {
    expect(between(['R1', 0, 1, 10], ['R2', 2, 3, 10])).toBeUndefined();
    expect(chainBetween(1, 1, [], new DisjointSets(4))).toBeUndefined();
  });
});
