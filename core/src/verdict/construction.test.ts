import { describe, expect, it } from '@jest/globals';
import { analysisOf } from '../appraisal/index.ts';
import { specimenOf, type TestLine } from '../bench-line/tape.testing.ts';
import type { EntryDraft } from '../tape/index.ts';
import { gatesOf } from './cautions.ts';
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
      .filter((lacks) => lacks !== 'surface-celsius' && !lacks.endsWith('-reading')) ?? [];
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
  });

  it('of a supply of few volts that came with it: whether it is isolated from mains', () => {
    const lit = ['R1 470r 0.5w on + A', 'D1 led white 5mm on A -'];
    const of = (supply: string, ...said: string[]) => {
      const read = supply.includes('usb') ? ['R1 2v'] : [];
      const judgement = judge(analysisOf(specimenOf(supply, ...lit, ...read, ...said.map((value) => fact('supply-isolation', value))), 0));
      return [judgement?.verdict, judgement?.undecided.map(({ lacks }) => lacks), judgement?.findings.map(({ code }) => code)];
    };
    for (const supply of ['V1 12v on + -', 'V1 5v usb on + -', 'V1 ac 12v 50hz on + -'])
      expect(of(supply)[1]).toContainEqual('supply-isolation');
    expect(of('V1 5v usb on + -')).toEqual(['not enough known', ['supply-isolation'], []]);
    expect(of('V1 5v usb on + -', 'isolated, by its mark')).toEqual(['sound', [], []]);
    expect(of('V1 5v usb on + -', 'none came with it')).toEqual(['sound', [], []]);
    expect(of('V1 5v usb on + -', 'not isolated')).toEqual(['do not use', [], ['supply-not-isolated']]);
    // A crank, cells, and what is mains itself and judged as that.
    for (const supply of ['V1 ac 8v 37hz on + -', 'B1 3 aaa alkaline on + -', 'V1 ac 230v 50hz on + -', 'V1 72v on + -'])
      expect(of(supply)[1]).not.toContainEqual('supply-isolation');
  });

  it('and where it is not isolated, what it feeds is met as mains', () => {
    const specimen = specimenOf('V1 5v on + -', 'R1 100r on + A', 'D1 led white on A -', fact('supply-isolation', 'not isolated'));
    expect(gatesOf(specimen, '2030-01-01T00:00:00Z').map(({ gate }) => gate.code)).toContain('mains');
  });
});
