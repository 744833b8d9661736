import { describe, expect, it } from '@jest/globals';
import { bestOf, firstOfEachPlace, isWasteful, type Ranking, seriousLeft } from './rank.ts';
import type { NamedFinding, ReworkWay } from './way.ts';

const finding = (severity: NamedFinding['severity']): NamedFinding => ({ code: 'no-fuse', ref: 'V1', severity });

const FIGURES = { chipAmps: 0.02, supplyWatts: 5, lightRatio: 1, high: { chipAmps: 0.021 }, hours: 10, flickerPercent: 5 };

/** A way that keeps all, at a place of its own. */
function way(ref: string, { figures = {}, ...more }: Partial<Record<keyof ReworkWay, unknown>> & { figures?: object } = {}): ReworkWay {
  return {
    moves: [{ move: 'replace-resistor', ref, ohms: 10 }],
    parts: 1,
    joints: 2,
    reversible: true,
    fromDrawer: true,
    miss: 0,
    keeps: true,
    breaks: [],
    leaves: [],
    makes: [],
    unsafe: 0,
    seriesRank: 1,
    worst: { share: 0.5 },
    ...more,
    after: { ...FIGURES, ...figures },
  } as unknown as ReworkWay;
}

/** With the same figures two ways count as one; nothing is ranked by this one. */
const TOLD_APART = { high: { chipAmps: 0.0209 } };
const RANKING: Ranking = { smallestFirst: false, safestFirst: false, areJudged: true, beforeWatts: 5 };
const refsOf = (ways: readonly ReworkWay[]) => ways.map(({ moves }) => moves[0]?.ref);
const ranked = (ways: readonly ReworkWay[], ranking: Partial<Ranking> = {}) => refsOf(bestOf(ways, 100, { ...RANKING, ...ranking }));

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
    expect(seriousLeft({ leaves: [finding('unsafe'), finding('note')], makes: [finding('caution'), finding('note')] })).toBe(2);
    expect(seriousLeft({ leaves: [], makes: [] })).toBe(0);
  });
});

describe('of two ways', () => {
  const worse: readonly (readonly [string, Parameters<typeof way>[1]])[] = [
    ['keeps its limits', { keeps: false }],
    ['breaks fewer limits', { breaks: [{ limit: 'parts', value: 3 }] }],
    ['leaves less unsafe', { unsafe: 1 }],
    ['leaves fewer findings', { leaves: [finding('note')] }],
    ['makes fewer findings', { makes: [finding('note')] }],
    ['comes nearer', { miss: -0.05 }],
    ['has fewer parts', { parts: 2 }],
    ['has fewer joints', { joints: 3 }],
    ['can be undone', { reversible: false }],
    ['lies in the drawer', { fromDrawer: false }],
    ['has commoner values', { seriesRank: 2 }],
    ['has its hardest part less driven', { worst: { share: 0.6 } }],
    ['takes less from the supply', { figures: { supplyWatts: 5.1 } }],
    ['runs longer', { figures: { hours: 9 } }],
    ['flickers less', { figures: { flickerPercent: 6 } }],
  ];

  it.each(worse)('the one that %s hides the other, alike in all else, once both are judged', (_, more) => {
    const better = way('R1', { figures: TOLD_APART });
    const other = way('R2', more);
    expect(ranked([other, better])).toEqual(['R1']);
    expect(ranked([other, better], { areJudged: false })).toHaveLength(2);
  });

  it('better in one and worse in another, both are shown', () => {
    for (const [, more] of worse) {
      const gained = more?.figures && 'hours' in more.figures ? { parts: 0 } : { figures: { hours: 11, ...more?.figures } };
      expect(ranked([way('R1', { figures: TOLD_APART }), way('R2', { ...more, ...gained })])).toHaveLength(2);
    }
  });

  it('with the same figures by as many parts and moves of the same kinds, one is shown', () => {
    expect(ranked([way('R1'), way('R2')])).toEqual(['R1']);
    expect(ranked([way('R1'), way('R2', { joints: 1, miss: 0.01 })])).toHaveLength(2);
  });
});

describe('ways come', () => {
  const order: readonly (readonly [string, Parameters<typeof way>[1], Parameters<typeof way>[1], Partial<Ranking>?])[] = [
    ['those that keep the limits before all others, however near', { miss: 0.3 }, { keeps: false }],
    ['those that leave nothing unsafe before those that do', { miss: 0.3 }, { unsafe: 1 }],
    ['those that break a limit behind those that are unsafe', { unsafe: 1, miss: 0.3 }, { keeps: false, unsafe: 1 }],
    ['the wasteful behind its like', { miss: 0.3 }, { figures: { lightRatio: 0.7 } }],
    ['the unsafe behind the wasteful', { figures: { lightRatio: 0.7 } }, { unsafe: 1 }],
    ['the nearer first', { miss: -0.01, seriesRank: 3 }, { miss: 0.012 }],
    ['of those as near the commoner value', { miss: 0.0102, parts: 2 }, { miss: 0.0099, seriesRank: 2 }],
    ['then fewer parts', { joints: 3 }, { parts: 2 }],
    ['then fewer joints', { reversible: false }, { joints: 3 }],
    ['then what can be undone', { figures: { hours: 1 } }, { reversible: false }],
    ['fewer parts before the nearer where nothing is aimed at', { miss: 0.1 }, { parts: 2 }, { smallestFirst: true }],
    ['the nearer before fewer parts where something is', { parts: 2 }, { miss: 0.1 }],
    [
      'what leaves less to be careful of before the nearer where that is asked',
      { miss: 0.1 },
      { leaves: [finding('caution')] },
      { safestFirst: true },
    ],
    ['a note left counts for nothing there', { leaves: [finding('note')] }, { miss: 0.1 }, { safestFirst: true }],
  ];

  it.each(order)('%s', (_, first, second, ranking = {}) => {
    const ways = [way('R2', { figures: { hours: 9 }, ...second }), way('R1', first)];
    expect(ranked(ways, { areJudged: false, ...ranking })[0]).toBe('R1');
    expect(ranked([...ways].reverse(), { areJudged: false, ...ranking })[0]).toBe('R1');
  });

  it('no more than are asked for, and at most four of one place', () => {
    const many = [1, 2, 3, 4, 5, 6].map((n) => way('R1', { miss: n / 100, figures: { supplyWatts: 5 - n / 10 } }));
    expect(bestOf(many, 3, RANKING)).toHaveLength(3);
    expect(bestOf(many, 100, RANKING)).toHaveLength(4);
  });

  it('of each place the first, what is not wasteful and then what takes least before the rest that comes as near', () => {
    const ways = [
      way('R1', { miss: 0.01 }),
      way('R1', { miss: 0, figures: { supplyWatts: 1 } }),
      way('R2', { miss: 0.02, figures: { supplyWatts: 4 } }),
      way('R3', { miss: 0.2, figures: { supplyWatts: 1 } }),
      way('R4', { figures: { lightRatio: 0.1, supplyWatts: 0.8 } }),
    ];
    expect(refsOf(firstOfEachPlace(ways, 5))).toEqual(['R2', 'R1', 'R3', 'R4']);
  });
});
