import { describe, expect, it } from '@jest/globals';
import { throwMetres } from '../drive/index.ts';
import { type ClaimFigure, type ClaimWords, doubtClaims, equivalentLumens, type Mains, meanCandela, parseListing } from './index.ts';

type Figure = [ClaimFigure['field'], number, number?];
type Words = [ClaimWords['field'], string];

function doubts(figures: readonly Figure[], words: readonly Words[] = [], mains?: Mains): string[] {
  const found = doubtClaims(
    figures.map(([field, value, upTo], index) => ({ id: `f${index}`, field, value, upTo, source: 'listing' })),
    words.map(([field, text], index) => ({ id: `w${index}`, field, text, source: 'box' })),
    mains,
  );
  return found.map(({ code, severity }) => `${severity} ${code}`);
}

describe('light', () => {
  it('of an incandescent lamp by EC 244/2009: 60 W is 806 lm, 50 W between its neighbours', () => {
    expect(equivalentLumens(60)).toBe(806);
    expect(equivalentLumens(50)).toBe((470 + 806) / 2);
    expect(equivalentLumens(300)).toBeGreaterThan(4000);
  });

  it('“like 60 W” with 350 lm, or from 3 W, is none; with 800 lm it is', () => {
    expect(
      doubts([
        ['volts', 230],
        ['equivalentWatts', 60],
        ['lumens', 350],
      ]),
    ).toEqual(['impossible not-equivalent']);
    expect(
      doubts([
        ['volts', 230],
        ['equivalentWatts', 60],
        ['watts', 3],
      ]),
    ).toEqual(['impossible not-equivalent']);
    expect(
      doubts([
        ['volts', 230],
        ['equivalentWatts', 60],
        ['lumens', 800],
        ['watts', 8],
      ]),
    ).toEqual([]);
  });
});

it.each([
  ['colourIndex', 100, []],
  ['colourIndex', 101, ['impossible beyond-scale']],
  ['powerFactor', 1, []],
  ['powerFactor', 1.01, ['impossible beyond-scale']],
] as const)('%s of %d: a scale has an end', (field, value, found) =>
  expect(
    doubts([
      ['volts', 230],
      [field, value],
    ]),
  ).toEqual(found),
);

it('what is worst comes first, whichever rule speaks of it', () => {
  expect(
    doubts([
      ['lumens', 1000],
      ['watts', 4.3],
      ['volts', 120],
    ]),
  ).toEqual(['unsafe wrong-country-volts', 'caution best-of-lumens']);
});

describe('energy', () => {
  it('9,800 mAh do not fit an 18650', () => {
    expect(doubts([['ampHours', 9.8]], [['battery', '1 × 18650']])).toEqual(['impossible beyond-cell-size']);
    expect(doubts([['ampHours', 2.6]], [['battery', '18650 cell']])).toEqual([]);
  });

  it('40 h at 5 W need 200 Wh; 2.6 Ah at 3.7 V hold 9.6', () => {
    const claims: Figure[] = [
      ['ampHours', 2.6],
      ['watts', 5],
      ['hours', 40],
    ];
    expect(doubts(claims, [['battery', '18650']])).toEqual(['impossible runtime-beyond-energy']);
    expect(
      doubts(
        [
          ['ampHours', 2.6],
          ['watts', 5],
          ['hours', 1.8],
        ],
        [['battery', '18650']],
      ),
    ).toEqual([]);
  });
});

describe('beam', () => {
  it('10,000 cd throw 200 m to 0.25 lx (ANSI FL 1)', () => {
    expect(throwMetres(10_000)).toBe(200);
    expect(
      doubts([
        ['volts', 3.7],
        ['candela', 10_000],
        ['throwMetres', 1000],
      ]),
    ).toEqual(['impossible throw-and-candela']);
    expect(
      doubts([
        ['volts', 3.7],
        ['candela', 10_000],
        ['throwMetres', 195],
      ]),
    ).toEqual([]);
  });

  it('an isotropic source of 4π lm has 1 cd; 300 lm in 36° about 975', () => {
    expect(meanCandela(4 * Math.PI, 360)).toBeCloseTo(1, 9);
    expect(meanCandela(300, 36)).toBeCloseTo(300 / (2 * Math.PI * (1 - Math.cos(Math.PI / 10))), 6);
    expect(
      doubts([
        ['volts', 12],
        ['lumens', 300],
        ['beamDegrees', 36],
        ['candela', 20_000],
      ]),
    ).toEqual(['impossible beam-and-candela']);
  });
});

describe('heat', () => {
  it('20 W in a case of 60 × 30 mm cannot get out', () => {
    expect(
      doubts([
        ['volts', 230],
        ['watts', 20],
        ['lengthMetres', 0.06],
        ['diameterMetres', 0.03],
      ]),
    ).toEqual(['impossible too-small-for-watts']);
    expect(
      doubts([
        ['volts', 230],
        ['watts', 1],
        ['lengthMetres', 0.06],
        ['diameterMetres', 0.03],
      ]),
    ).toEqual([]);
  });
});

describe('supply', () => {
  it.each([
    [110, undefined, 230, ['unsafe wrong-country-volts']],
    [220, 240, 230, []],
    [85, 265, 120, []],
    [220, undefined, 120, ['caution wrong-country-volts']],
    [12, undefined, 230, []],
  ] as const)('%d to %s V where mains is %d V', (low, high, mains, expected) => {
    expect(doubts([['volts', low, high]], [], { volts: mains, hertz: 50 })).toEqual(expected);
  });

  it('60 Hz where mains has 50', () => {
    expect(
      doubts([
        ['volts', 230],
        ['hertz', 60],
      ]),
    ).toEqual(['caution wrong-country-hertz']);
    expect(
      doubts([
        ['volts', 230],
        ['hertz', 50, 60],
      ]),
    ).toEqual([]);
  });

  it('cells say their volts themselves', () => {
    expect(doubts([['lumens', 100]], [['battery', '3 × AAA']])).toEqual([]);
    expect(doubts([['lumens', 100]])).toEqual(['caution no-volts']);
  });
});

describe('promises in words', () => {
  it('become questions for the open case', () => {
    expect(
      doubts(
        [['volts', 5]],
        [
          ['water', 'IP65'],
          ['marks', 'CE'],
          ['protection', 'over charge'],
        ],
      ),
    ).toEqual(['question look-for-seal', 'question look-for-double-insulation', 'question look-for-cell-protection']);
    expect(doubts([['volts', 5]], [['dimmable', 'not dimmable']])).toEqual([]);
  });

  it('a range agrees with what it covers, and not with what it does not', () => {
    expect(
      doubts([
        ['volts', 220, 240],
        ['volts', 230],
      ]),
    ).toEqual([]);
    expect(
      doubts([
        ['volts', 220, 240],
        ['volts', 12],
      ]),
    ).toEqual(['caution claims-disagree']);
  });
});

describe('a listing', () => {
  const found = (text: string) =>
    parseListing(text).map((find) =>
      'text' in find ? [find.field, find.text] : [find.field, find.value, ...(find.upTo ? [find.upTo] : [])],
    );

  it('gives its claims in the order they stand', () => {
    const text =
      'Mirror bar light 9W (60W equivalent) LED, AC 85-265V 50/60Hz, 1,200 lumens, 6500K, CRI>80, beam angle 120°. IP44 waterproof, CE RoHS, not dimmable. $7.99';
    expect(found(text)).toEqual([
      ['watts', 9],
      ['equivalentWatts', 60],
      ['volts', 85, 265],
      ['hertz', 50, 60],
      ['lumens', 1200],
      ['kelvin', 6500],
      ['colourIndex', 80],
      ['beamDegrees', 120],
      ['water', 'IP44'],
      ['water', 'waterproof'],
      ['marks', 'CE RoHS'],
      ['dimmable', 'not dimmable'],
      ['price', '$7.99'],
    ]);
  });

  it.each([
    [
      'rechargeable 18650 battery 3.7V 9800mAh',
      [
        ['battery', '18650 battery'],
        ['volts', 3.7],
        ['ampHours', 9.8],
      ],
    ],
    [
      'runs up to 8 hours, throw 500 m',
      [
        ['hours', 8],
        ['throwMetres', 500],
      ],
    ],
    [
      'replaces a 40W bulb; over-charge protection',
      [
        ['equivalentWatts', 40],
        ['protection', 'over-charge protection'],
      ],
    ],
    ['working temperature 20°C, 30 days money back, 2 pcs', []],
    ['2700-6500K tunable', [['kelvin', 2700, 6500]]],
    ['', []],
  ])('“%s”', (text, expected) => {
    expect(found(text)).toEqual(expected);
  });

  it('says where it read each claim', () => {
    expect(parseListing('a lamp of 9 W for the bath')[0]).toMatchObject({ at: 10, snippet: 'a lamp of 9 W for the bath' });
  });
});
