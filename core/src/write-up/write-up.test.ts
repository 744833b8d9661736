import { describe, expect, it } from '@jest/globals';
import { SpecimenAnalyses } from '../appraisal/index.ts';
import { specimenOf, type TestLine } from '../bench-line/tape.testing.ts';
import type { Stage } from '../tape/index.ts';
import { slotWhere, type WriteUpFacts, writeUpFactsOf, writeUpMarkdown, writeUpSections } from './index.ts';

function factsOf(...lines: TestLine[]): WriteUpFacts {
  return writeUpFactsOf(new SpecimenAnalyses(specimenOf(...lines)));
}

const plain = (text: string) => text.replaceAll('\u2009', ' ');
const sectionOf = (facts: WriteUpFacts, stage: Stage) =>
  plain(writeUpSections(facts).find((section) => section.stage === stage)?.facts ?? '');

const CLIP: TestLine[] = [
  { kind: 'name', name: 'Book clip' },
  'claim 5v body',
  'claim 1w listing',
  'in 5.02v 41ma',
  'step lever the cap off',
  'step slide the board out',
  'V1 5v on A G',
  'R1 mark 390 on A B',
  'D1 led white rated 30ma on B G',
  'R1 39.1r dead',
  'R1 1.61v',
];

describe('the write-up', () => {
  it('follows the order of the work, and says only what is known', () => {
    const stages = writeUpSections(factsOf(...CLIP)).map(({ stage }) => stage);
    expect(stages).toEqual(['claim', 'first-light', 'opening', 'trace', 'readings', 'drive', 'rework', 'proof', 'write-up']);
    const empty = writeUpSections(factsOf({ kind: 'name', name: 'Nothing yet' }));
    expect(empty.every(({ facts, remark }) => facts === '' && remark === '')).toBe(true);
    expect(writeUpMarkdown(factsOf({ kind: 'name', name: 'Nothing yet' }))).not.toContain('##');
  });

  it('has each claim with who says it, and what was read at the supply', () => {
    const facts = factsOf(...CLIP);
    expect(sectionOf(facts, 'claim')).toMatch(/\| Volts \| 5 V \| body \|/);
    expect(sectionOf(facts, 'first-light')).toMatch(/At the supply: 5\.02\d* ±0\.\d+ V, 41\.0? ±\d/);
    expect(sectionOf(facts, 'opening')).toBe('1. lever the cap off\n2. slide the board out');
  });

  it('has the parts as marked, the readings beside what was expected, and the sum of the current', () => {
    const facts = factsOf(...CLIP);
    expect(sectionOf(facts, 'trace')).toMatch(/\| R1 \| resistor 39\.0 Ω \| 390 \| A, B \|/);
    expect(sectionOf(facts, 'readings')).toMatch(/\| R1, volts \| 1\.61\d* ±[\d.]+ V \| 1\.\d+ ±[\d.]+ V \| yes \|/);
    // 1.61 V over 39.1 ohm
    expect(sectionOf(facts, 'drive')).toMatch(/1\.61 V ÷ 39\.1 Ω = 41\.2/);
    expect(sectionOf(facts, 'write-up')).toMatch(/D1 is driven above its rating: 1\.3\d×, measured\./);
  });

  it('keeps the user’s own words, and lets nothing typed become a tag or a cell', () => {
    const markdown = writeUpMarkdown(
      factsOf({ kind: 'name', name: 'A <b>clip</b> | two' }, ...CLIP.slice(1), {
        kind: 'remark',
        stage: 'drive',
        text: 'Too hard for a **book**.',
      }),
    );
    expect(markdown).toContain('Too hard for a **book**.');
    expect(markdown.split('\n')[0]).toBe('# A \\<b>clip\\</b> | two');
    expect(markdown.trimEnd().split('\n').at(-1)).toContain('local codes, licensed practice');
  });

  it('says before and after of a rework, and what was read against what was predicted', () => {
    const facts = factsOf(
      ...CLIP,
      { kind: 'rework', title: 'R1 becomes 82 Ω', changes: [{ change: 'replace-resistor', ref: 'R1', ohms: 82 }] },
      'R1 1.69v',
    );
    expect(sectionOf(facts, 'rework')).toMatch(/1\. R1 becomes 82 Ω[\s\S]*D1 goes from 1\.3\d× to 0\.\d\d× of its rating\./);
    expect(sectionOf(facts, 'proof')).toMatch(/\| R1, volts \| 1\.69/);
  });

  it('keeps a prediction as it was made: readings after the rework do not change it', () => {
    const rework: TestLine = { kind: 'rework', title: 'R1 becomes 82 Ω', changes: [{ change: 'replace-resistor', ref: 'R1', ohms: 82 }] };
    const predictedIn = (...read: TestLine[]) =>
      /\| R1, volts \| [^|]+\| ([^|]+)\|/.exec(sectionOf(factsOf(...CLIP, rework, ...read), 'proof'))?.[1];
    expect(predictedIn('R1 1.69v')).toBe(predictedIn('R1 2.4v'));
  });

  it('gives the verdict with its reasons, the remedies, and what stayed unknown', () => {
    const verdict = sectionOf(
      factsOf('V1 ac 230v 50hz on L N', 'R1 10k 5w on L X', 'B1 bridge on X N P M', 'D1 led white 24 series on P M'),
      'write-up',
    );
    expect(verdict).toMatch(/Verdict: do not use\./);
    expect(verdict).toMatch(/\| unsafe \| No fuse stands/);
    expect(verdict).toMatch(/What stayed unknown:/);
  });

  it('marks a changed lamp on mains, in every export', () => {
    const lamp: TestLine[] = [
      'V1 ac 230v 50hz on L N',
      'F1 fuse 500ma on L F',
      'R1 10k 5w on F X',
      'B1 bridge on X N P M',
      'D1 led white 24 series on P M',
    ];
    const rework: TestLine = {
      kind: 'rework',
      title: 'R1 becomes 15 kΩ',
      changes: [{ change: 'replace-resistor', ref: 'R1', ohms: 15e3 }],
    };
    expect(writeUpMarkdown(factsOf(...lamp))).not.toContain('not for unattended use');
    expect(writeUpMarkdown(factsOf(...lamp, rework))).toContain('not for unattended use');
    expect(writeUpMarkdown(factsOf(...lamp, rework, { kind: 'proof', verdict: 'back' }))).not.toContain('not for unattended use');
  });

  it('lets no tag in the user’s own words through', () => {
    const markdown = writeUpMarkdown(factsOf(...CLIP, { kind: 'remark', stage: 'drive', text: 'See <script>alert(1)</script> **here**' }));
    expect(markdown).toContain('\\<script>alert(1)\\</script> **here**');
  });

  it('has the picture of the circuit where one is given', () => {
    expect(writeUpMarkdown(factsOf(...CLIP), 'circuit.svg')).toContain('![Circuit](circuit.svg)');
    expect(writeUpMarkdown(factsOf(...CLIP))).not.toContain('![Circuit]');
  });
});

it('places are said in words, with what kind of reading it is', () => {
  const slot = { kind: 'volts', expected: { value: 0, uncertainty: 0 }, fits: true } as const;
  expect(slotWhere({ ...slot, ref: 'R1' })).toBe('R1, volts');
  expect(slotWhere({ ...slot, nets: ['A', 'G'] })).toBe('A to G, volts');
  expect(slotWhere({ ...slot, ref: 'C2', ripple: true })).toBe('C2, ripple volts');
  expect(plain(slotWhere({ ...slot, ref: 'D1', atAmps: 0.03 }))).toBe('D1, volts at 30.0 mA');
});
