import { describe, expect, it } from '@jest/globals';
import { specimenOf } from '../bench-line/tape.testing.ts';
import type { EntryDraft, Specimen } from '../tape/index.ts';
import { constructionOf, safetyQuestions } from './construction.ts';

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
  const asked = (specimen: Specimen) => safetyQuestions(specimen).map((question) => question.fact);

  it('on mains: the case, its earth where it is of metal, the distances, the lead of the fuse', () => {
    expect(asked(specimenOf(...MAINS))).toEqual(['case', 'insulation', 'fuse-lead']);
    expect(asked(specimenOf(...MAINS, fact('case', 'metal')))).toEqual(['earth', 'insulation', 'fuse-lead']);
    expect(
      asked(
        specimenOf(...MAINS, fact('case', 'metal'), fact('earth', 'none'), fact('insulation', 'less'), fact('fuse-lead', 'the live lead')),
      ),
    ).toEqual([]);
  });

  it('of cells only where they are of lithium, and of nothing else', () => {
    expect(asked(specimenOf('B1 1 18650 li-ion'))).toEqual(['cells-protected']);
    expect(asked(specimenOf('B1 3 aaa alkaline'))).toEqual([]);
    expect(asked(specimenOf('V1 5v usb'))).toEqual([]);
  });
});
