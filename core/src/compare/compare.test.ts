import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { SpecimenAnalyses } from '../appraisal/index.ts';
import { specimenOf, type TestLine } from '../bench-line/tape.testing.ts';
import { markdownOf } from '../write-up/index.ts';
import { type Comparison, compare, comparisonCsv, comparisonDocument, comparisonTree, figureOutcome, sayDifference } from './index.ts';

const plain = (text: string) => text.replaceAll('\u2009', ' ');

function clip(name: string, ...more: TestLine[]): TestLine[] {
  return [{ kind: 'name', name }, 'V1 5v on A G', 'R1 mark 390 on A B', 'D1 led white rated 30ma on B G', ...more];
}

function compared(...tapes: readonly TestLine[][]): Comparison {
  const states = tapes.map((lines, index) => {
    const analyses = new SpecimenAnalyses(specimenOf(...lines));
    return { id: `clip-${index}`, analysis: analyses.after(analyses.specimen.state) };
  });
  const result = compare(states);
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
}

const row = (comparison: Comparison, code: string) => comparison.rows.find((one) => one.code === code);

describe('a difference', () => {
  const figure = fc.record({
    value: fc.double({ min: -1e3, max: 1e3, noNaN: true }),
    uncertainty: fc.double({ min: 1e-6, max: 1e2, noNaN: true }),
  });

  it('is none within the uncertainty of both together at 95 %', () => {
    expect(
      figureOutcome(
        [
          { value: 10, uncertainty: 0.3 },
          { value: 11, uncertainty: 0.4 },
        ],
        'more',
      ),
    ).toMatchObject({ differs: false, better: [] });
    expect(
      figureOutcome(
        [
          { value: 10, uncertainty: 0.3 },
          { value: 11.01, uncertainty: 0.4 },
        ],
        'more',
      ),
    ).toMatchObject({ differs: true, better: [1] });
    expect(
      figureOutcome(
        [
          { value: 10, uncertainty: 0.3 },
          { value: 11.01, uncertainty: 0.4 },
        ],
        'less',
      ).better,
    ).toEqual([0]);
  });

  it('does not depend on the order, and nothing is better than itself', () => {
    fc.assert(
      fc.property(figure, figure, figure, (a, b, c) => {
        const [one, other] = [figureOutcome([a, b, c], 'more'), figureOutcome([c, b, a], 'more')];
        expect(one.differs).toBe(other.differs);
        expect([...one.better].sort()).toEqual(other.better.map((column) => 2 - column).sort());
        expect(figureOutcome([a, a], 'more')).toMatchObject({ differs: false, better: [] });
        if (one.differs) expect(one.better.length).toBeGreaterThan(0);
      }),
    );
  });

  it('leaves better and worse alone where neither means anything, and who has no figure out of it', () => {
    expect(
      figureOutcome(
        [
          { value: 1, uncertainty: 0 },
          { value: 2, uncertainty: 0 },
        ],
        'neither',
      ),
    ).toMatchObject({ differs: true, better: [] });
    expect(figureOutcome([undefined, { value: 2, uncertainty: 0 }], 'more')).toEqual({ differs: false, better: [] });
    expect(sayDifference(figureOutcome([undefined, undefined], 'more'), 'amps')).toBe('');
    const alike = figureOutcome(
      [
        { value: 0.04, uncertainty: 0.001 },
        { value: 0.0401, uncertainty: 0.001 },
      ],
      'less',
    );
    expect(plain(sayDifference(alike, 'amps'))).toBe('at most 100 µA apart, which is within the uncertainty');
  });
});

describe('two of the same look', () => {
  it('that are the same differ in nothing', () => {
    const comparison = compared(clip('spring', 'R1 1.61v'), clip('autumn', 'R1 1.61v'));
    expect(comparison.rows.filter(({ differs }) => differs)).toEqual([]);
    expect(comparison.changes).toEqual([]);
    expect(comparison.better).toEqual(['Nothing that is known of them differs by more than its uncertainty.']);
  });

  it('say which part was changed, and what that does: 1.61 V ÷ 39 Ω against 1.7 V ÷ 82 Ω', () => {
    const other = clip('autumn').map((line) => (line === 'R1 mark 390 on A B' ? 'R1 mark 820 on A B' : line));
    const comparison = compared(clip('spring', 'R1 39.1r dead', 'R1 1.61v'), [...other, 'R1 82.0r dead', 'R1 1.7v']);
    expect(comparison.changes.map(({ ref, parts }) => [ref, parts.map((part) => part && plain(part))])).toEqual([
      ['R1', ['resistor 39.0 Ω, marked 390', 'resistor 82.0 Ω, marked 820']],
    ]);
    const current = row(comparison, 'led-current');
    const amps = current?.cells.map((cell) => cell?.value?.value ?? 0) ?? [];
    expect([Math.abs((amps[0] ?? 0) / (1.61 / 39.1) - 1), Math.abs((amps[1] ?? 0) / (1.7 / 82) - 1)].every((off) => off < 0.06)).toBe(true);
    expect(current).toMatchObject({ differs: true, better: [] });
    expect(row(comparison, 'drive')).toMatchObject({ differs: true, better: [1] });
    expect(row(comparison, 'power')?.better).toEqual([1]);
    expect(comparison.better[0]).toMatch(/autumn/);
  });

  it('cost what the box says', () => {
    const comparison = compared(clip('spring', 'claim price 14.90'), clip('autumn', 'claim price 9,90'));
    expect(row(comparison, 'cost')).toMatchObject({ differs: true, better: [1] });
  });
});

it('states of one specimen are compared under their own names', () => {
  const lines = [
    ...clip('clip', 'R1 1.61v'),
    { kind: 'rework', title: 'R1 becomes 82 Ω', changes: [{ change: 'replace-resistor', ref: 'R1', ohms: 82 }] } as TestLine,
  ];
  const analyses = new SpecimenAnalyses(specimenOf(...lines));
  const result = compare([
    { id: 'clip', analysis: analyses.found },
    { id: 'clip', analysis: analyses.last },
  ]);
  expect(result.ok && result.value.better.join(' ')).toMatch(/clip, R1 becomes 82 Ω/);
  expect(result.ok && result.value.changes.map(({ ref }) => ref)).toEqual(['R1']);
});

it('a lamp that must not be used is never simply better', () => {
  const mains: TestLine[] = [
    { kind: 'name', name: 'bare' },
    'V1 ac 230v 50hz on L N',
    'R1 10k 5w on L X',
    'B1 bridge on X N P M',
    'D1 led white 24 series on P M',
  ];
  const { better } = compared(mains, clip('clip', 'R1 1.61v'));
  expect(better.filter((sentence) => /: bare/.test(sentence)).every((sentence) => sentence.includes('but see its verdict'))).toBe(true);
  expect(better[0]).toMatch(/By its verdict clip is the better/);
});

it('a circuit that is not whole is better in nothing: no current is not gentle', () => {
  const broken = [{ kind: 'name', name: 'half traced' } as TestLine, 'V1 5v on A G', 'D1 led white rated 30ma on B G'];
  const comparison = compared(broken, clip('clip', 'R1 1.61v'));
  expect(row(comparison, 'drive')?.cells[0]).toBeUndefined();
  expect(comparison.rows.flatMap(({ better }) => better)).not.toContain(0);
});

it('takes two to six, and no circuit is not the same as no difference', () => {
  const nothing = new SpecimenAnalyses(specimenOf({ kind: 'name', name: 'Nothing yet' })).found;
  expect(compare([{ id: 'a', analysis: nothing }]).ok).toBe(false);
  expect(compare(Array.from({ length: 7 }, (_, index) => ({ id: `a${index}`, analysis: nothing }))).ok).toBe(false);
  const comparison = compared([{ kind: 'name', name: 'Nothing yet' }], clip('clip'));
  expect(row(comparison, 'led-current')?.cells[0]).toBeUndefined();
  expect(markdownOf(comparisonTree(comparison))).toContain('not known');
});

it('leaves as CSV that no spreadsheet runs, as Markdown that nothing typed breaks, and as a document', () => {
  const comparison = compared(clip('=cmd()|x'), clip('<b>b</b> | c'));
  const [head] = comparisonCsv(comparison).split('\r\n');
  expect(head).toContain("'=cmd()|x");
  expect(markdownOf(comparisonTree(comparison))).toContain('\\<b>b\\</b>');
  const document = comparisonDocument(comparison);
  expect(JSON.parse(JSON.stringify(document))).toMatchObject({
    format: 'mindful-probe.comparison',
    version: 1,
    columns: [{ rework: 0 }, { rework: 0 }],
  });
  const cell = document.rows.find(({ code }) => code === 'led-current')?.cells[0];
  expect(cell && 'value' in cell && (cell.value ?? 0)).toBeGreaterThan(0.01);
});

it('a state that its readings speak against is compared by nothing that is computed, and says so', () => {
  const comparison = compared(clip('Good', 'R1 1.6v', 'in 5v 41ma'), clip('Odd', 'R1 1.6v', 'in 5v 90ma'));
  expect(comparison.columns.map(({ state }) => state)).toEqual(['as found', 'as found; its readings do not fit its circuit']);
  expect(comparison.columns[1]?.drive).toBeUndefined();
  expect(row(comparison, 'drive')?.cells[1]).toBeUndefined();
  expect(comparison.rows.filter(({ better }) => better.includes(1)).map(({ code }) => code)).toEqual([]);
});

describe('what does not work', () => {
  it('is compared by nothing that it would do if it did, until it works again', () => {
    const dark = clip('Dark clip', 'it does not light');
    const broken = compared(clip('Clip', 'R1 1.6v'), dark);
    expect(broken.columns[1]).toMatchObject({ state: 'as found; it does not light' });
    expect(row(broken, 'led-current')?.cells[1]).toBeUndefined();
    const mended = compared(clip('Clip', 'R1 1.6v'), [...dark, 'it works again']);
    expect(mended.columns[1]).toMatchObject({ state: 'as found' });
    expect(row(mended, 'led-current')?.cells[1]?.text).toMatch(/mA/);
  });
});

describe('light for a watt that no LED gives', () => {
  it('is shown, and makes nothing better: the lux or its distance was read wrongly', () => {
    const lines = ['V1 5v on A G', 'R1 39r on A B', 'D1 led white on B G'];
    const states = ['lux 120 @ 1m', 'lux 1.2 @ 1m'].map((lux) => ({
      id: lux,
      analysis: new SpecimenAnalyses(specimenOf(...lines, lux)).found,
    }));
    const comparison = compare(states);
    if (!comparison.ok) throw new Error(comparison.error.message);
    const row = comparison.value.rows.find(({ code }) => code === 'efficacy');
    // 120 cd · π over some 0.2 W: nearly 2,000 lm for a watt.
    expect(row?.cells[0]).toMatchObject({ level: 'caution', more: 'more than anything sold gives' });
    expect(row?.cells[1]?.level).toBeUndefined();
    expect(row?.better).toEqual([]);
  });
});
