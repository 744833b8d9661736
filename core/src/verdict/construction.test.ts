import { describe, expect, it } from '@jest/globals';
import { analysisOf } from '../appraisal/index.ts';
import { specimenOf, type TestLine } from '../bench-line/tape.testing.ts';
import type { EntryDraft } from '../tape/index.ts';
import { constructionOf } from './construction.ts';
import { judge } from './judge.ts';

const MAINS = ['V1 ac 230v 50hz on L N', 'F1 fuse 500ma on N M', 'R1 10k on L M'];
const fact = (name: Extract<EntryDraft, { kind: 'fact' }>['name'], value: string): EntryDraft => ({ kind: 'fact', name, value });

describe('how it is built, for the safety rules', () => {
  it('the lead that the fuse was seen in tells which net is live', () => {
    expect(constructionOf(specimenOf(...MAINS, fact('fuse-lead', 'the live lead'))).livePin).toBe('N');
    expect(constructionOf(specimenOf(...MAINS, fact('fuse-lead', 'the neutral lead'))).livePin).toBe('L');
    expect(constructionOf(specimenOf(...MAINS, fact('fuse-lead', 'neither, or cannot tell'))).livePin).toBeUndefined();
    expect(constructionOf(specimenOf(...MAINS)).livePin).toBeUndefined();
  });
});

describe('what was not looked at is asked, and not passed', () => {
  const lacked = (...lines: TestLine[]) =>
    judge(analysisOf(specimenOf(...lines), 0))
      ?.undecided.map(({ lacks }) => lacks)
      .filter((lacks) => lacks !== 'surface-celsius') ?? [];
  const LIT = [...MAINS.slice(0, 2), 'R1 10k 10w on M X', 'B1 bridge on X L P Q', 'D1 led white 24 series on P Q'];

  it('on mains: the case, its earth where it is of metal, the distances, the lead of the fuse', () => {
    expect(lacked(...LIT)).toEqual(['fuse-lead', 'case']);
    expect(lacked(...LIT, fact('case', 'metal'))).toEqual(['fuse-lead', 'earth']);
    expect(lacked(...LIT, fact('case', 'plastic'))).toEqual(['fuse-lead', 'insulation']);
    expect(
      lacked(...LIT, fact('case', 'metal'), fact('insulation', '6 mm or more, or two layers'), fact('fuse-lead', 'the live lead')),
    ).toEqual([]);
  });

  it('of cells only where they are of lithium, and of nothing else', () => {
    const lit = ['R1 100r 0.25w on + A', 'D1 led white 5mm on A -'];
    expect(lacked('B1 1 18650 li-ion on + -', ...lit)).toEqual(['cells-protected']);
    expect(lacked('B1 3 aaa alkaline on + -', ...lit)).toEqual([]);
    expect(lacked('V1 5v usb on + -', ...lit)).toEqual([]);
  });
});
