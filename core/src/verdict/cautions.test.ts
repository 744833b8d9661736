import { describe, expect, it } from '@jest/globals';
import { warmingOf } from '../appraisal/index.ts';
import { type EntryDraft, entrySchema, replay } from '../tape/index.ts';
import { chemistriesOf, dangersOf, gatesOf } from './cautions.ts';
import { compareClaims } from './compare-claims.ts';

function tapeOf(...drafts: [string, EntryDraft][]) {
  return replay(drafts.map(([at, draft], index) => entrySchema.parse({ ...draft, id: `caution-${index}`, at: `2026-03-07T${at}:00Z` })));
}

const claim = (field: 'volts' | 'watts' | 'lumens', value: number): EntryDraft => ({ kind: 'claim', field, value, source: 'box' });
const confirm = (item: string): EntryDraft => ({ kind: 'confirm', gate: 'mains', item });

describe('gates of a specimen', () => {
  it('stand before mains until every item is confirmed, and again in another sitting', () => {
    const bare = tapeOf(['10:00', claim('volts', 230)]);
    expect(dangersOf(bare)).toMatchObject({ alternating: true, volts: 230 });
    const [open] = gatesOf(bare, '2026-03-07T10:05:00Z');
    expect(open?.gate.code).toBe('mains');
    const items = open?.missing.map(({ code }) => code) ?? [];
    const confirmed = tapeOf(['10:00', claim('volts', 230)], ...items.map((item): [string, EntryDraft] => ['10:05', confirm(item)]));
    expect(gatesOf(confirmed, '2026-03-07T10:30:00Z')).toEqual([]);
    expect(gatesOf(confirmed, '2026-03-08T10:30:00Z')).toHaveLength(1);
    const most = tapeOf(['10:00', claim('volts', 230)], ['10:05', confirm('isolated')]);
    expect(gatesOf(most, '2026-03-07T10:30:00Z')[0]?.missing).toHaveLength(items.length - 1);
    // The last one that is open holds power back as all of them do.
    for (const left of items) {
      const others = items.filter((item) => item !== left).map((item): [string, EntryDraft] => ['10:05', confirm(item)]);
      const [gate] = gatesOf(tapeOf(['10:00', claim('volts', 230)], ...others), '2026-03-07T10:30:00Z');
      expect(gate?.missing.map(({ code }) => code)).toEqual([left]);
    }
  });

  it('do not stand before a USB clip', () => {
    expect(gatesOf(tapeOf(['10:00', claim('volts', 5)], ['10:01', claim('watts', 1)]), '2026-03-07T10:05:00Z')).toEqual([]);
  });
});

describe('cells of a specimen', () => {
  it.each([
    ['3 x AA NiMH', ['nimh']],
    ['Ni-Cd 3.6 V 1 Ah', ['nicd']],
    ['NiCad pack', ['nicd']],
    ['lithium, built in', ['li-ion']],
    ['2 x AA lithium, not rechargeable', []],
    ['CR123A lithium', []],
    ['lithium-ion 18650', ['li-ion']],
    ['LiFePO4 3.2 V', ['lifepo4']],
    ['CR2032', ['lithium-coin']],
    ['2 AAA alkaline', ['alkaline']],
    ['batteries not included', []],
  ])('“%s” on the box says which cautions to show', (text, chemistries) => {
    const claimed: EntryDraft = { kind: 'claim-text', field: 'battery', text, source: 'box' };
    expect(chemistriesOf(tapeOf(['10:00', claimed]))).toEqual(chemistries);
  });
});

describe('claim beside measured', () => {
  const reading = (figures: ['volts' | 'amps' | 'watts', number, number][]): EntryDraft => ({
    kind: 'reading',
    place: { at: 'in' },
    figures: figures.map(([unit, value, uncertainty]) => ({ unit, value, uncertainty })),
    condition: {},
  });

  it('takes watts as volts × amps on direct current: 4.93 V × 0.122 A = 0.601 W', () => {
    const specimen = tapeOf(
      ['10:00', claim('watts', 1)],
      ['10:01', claim('volts', 5)],
      [
        '10:02',
        reading([
          ['volts', 4.93, 0.04],
          ['amps', 0.122, 0.001],
        ]),
      ],
    );
    const [watts, volts] = compareClaims(specimen);
    expect(watts).toMatchObject({ holds: false, difference: expect.closeTo(-0.3985, 4) });
    expect(volts).toMatchObject({ holds: true });
  });

  it('does not on mains, where only the watts read count', () => {
    const mains = [claim('volts', 230), claim('watts', 9)].map((draft): [string, EntryDraft] => ['10:00', draft]);
    const without = tapeOf(...mains, [
      '10:02',
      reading([
        ['volts', 231, 1],
        ['amps', 0.04, 0.001],
      ]),
    ]);
    expect(compareClaims(without).map(({ unit }) => unit)).toEqual(['volts']);
    const withWatts = tapeOf(...mains, [
      '10:02',
      reading([
        ['volts', 231, 1],
        ['amps', 0.04, 0.001],
        ['watts', 5.1, 0.1],
      ]),
    ]);
    expect(compareClaims(withWatts).find(({ unit }) => unit === 'watts')).toMatchObject({
      holds: false,
      difference: expect.closeTo(5.1 / 9 - 1, 6),
    });
  });

  it('a range is met within it', () => {
    const specimen = tapeOf(
      ['10:00', { kind: 'claim', field: 'volts', value: 100, upTo: 240, source: 'body' }],
      ['10:02', reading([['volts', 231, 1]])],
    );
    expect(compareClaims(specimen)[0]).toMatchObject({ holds: true, difference: 0 });
  });
});

describe('opening', () => {
  it('keeps its steps in the order last given, new ones behind', () => {
    const step = (text: string): EntryDraft => ({ kind: 'step', text });
    const specimen = tapeOf(
      ['10:00', step('a')],
      ['10:01', step('b')],
      ['10:02', step('c')],
      ['10:03', { kind: 'step-order', steps: ['caution-2', 'caution-0'] }],
      ['10:04', step('d')],
    );
    expect(specimen.steps.map(({ text }) => text)).toEqual(['c', 'a', 'b', 'd']);
  });

  it('pins go into their picture, and nowhere else', () => {
    const picture: EntryDraft = {
      kind: 'picture',
      hash: 'a'.repeat(64),
      mediaType: 'image/jpeg',
      width: 400,
      height: 300,
      stage: 'opening',
    };
    const pin = (of: string): EntryDraft => ({ kind: 'pin', picture: of, x: 0.5, y: 0.5, text: 'clip' });
    const specimen = tapeOf(['10:00', picture], ['10:01', pin('caution-0')], ['10:02', pin('nowhere-at-all')]);
    expect(specimen.pictures[0]?.pins).toHaveLength(1);
    expect(specimen.tape[2]?.problem).toContain('picture');
  });
});

describe('temperature against time', () => {
  const degrees = (name: string, value: number, condition: { cold?: true; afterSeconds?: number }): [string, EntryDraft] => [
    '10:00',
    { kind: 'reading', place: { at: 'surface', name }, figures: [{ unit: 'celsius', value, uncertainty: 1 }], condition },
  ];

  it('is a course where one place was read at two times, in order of time', () => {
    const { readings } = tapeOf(
      degrees('case', 41, { afterSeconds: 600 }),
      degrees('case', 22, { cold: true }),
      degrees('board', 60, { afterSeconds: 600 }),
      degrees('case', 35, {}),
      degrees('case', 38, { afterSeconds: 300 }),
    );
    expect(warmingOf({ readings, runs: [] })).toEqual([
      {
        place: 'case',
        points: [
          { minutes: 0, celsius: 22, plusMinus: 2 },
          { minutes: 5, celsius: 38, plusMinus: 2 },
          { minutes: 10, celsius: 41, plusMinus: 2 },
        ],
      },
    ]);
  });
});
