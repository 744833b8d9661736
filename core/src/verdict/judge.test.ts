import { describe, expect, it } from '@jest/globals';
import { analysisOf, appraise } from '../appraisal/index.ts';
import { specimenOf, type TestLine } from '../bench-line/tape.testing.ts';
import { sayFinding } from '../safety/index.ts';
import { summarise } from '../summary/index.ts';
import type { EntryDraft } from '../tape/index.ts';
import { judge } from './judge.ts';

function judged(...lines: TestLine[]) {
  const judgement = judge(analysisOf(specimenOf(...lines), 0));
  if (!judgement) throw new Error('nothing can be solved');
  return judgement.findings;
}

const said = (...lines: TestLine[]) => judged(...lines).map(({ severity, code, ref }) => `${severity} ${code} ${ref}`);
const fact = (name: 'case' | 'insulation' | 'earth', value: string): EntryDraft => ({ kind: 'fact', name, value });

const CLIP = ['V1 5v on A G', 'R1 100r 0.25w on A B', 'D1 led white 5mm on B G'];
const LAMP = [
  'V1 ac 230v 50hz on L N',
  'F1 fuse 500ma on L F',
  'C1 330nF X2 on F X',
  'R2 470k on F X',
  'B1 bridge on X N P M',
  'C2 100uF 100v on P M',
  'R3 33k on P M',
  'D1 led white 20 series on P M',
];

describe('a lamp with modes', () => {
  const CHOPPED: readonly TestLine[] = [
    'V1 dc 5v on P G',
    'R1 33r on P A',
    'D1 led white 5mm on A C',
    'Q1 nmos on C K G',
    'R2 33r on P B',
    'D2 led red 5mm on B E',
    'Q2 nmos on E J G',
    'V2 pulse 5v 500hz 1% on K G',
    'V3 pulse 5v 500hz 1% on J G',
  ];
  const whole = (...lines: TestLine[]) => {
    const judgement = judge(analysisOf(specimenOf(...CHOPPED, ...lines), 0));
    if (!judgement) throw new Error('nothing can be solved');
    return judgement;
  };
  const tooMuch = (...lines: TestLine[]) =>
    whole(...lines).findings.flatMap(({ code, ref, modes }) => (code === 'over-amps' ? [`${ref} in ${modes?.join(', ') ?? 'all'}`] : []));

  it('is judged by all of them, each LED by those that it gets too much in', () => {
    expect(tooMuch()).toEqual([]);
    expect(tooMuch('mode white V2 99%', 'mode both V2 99% V3 99%').sort()).toEqual(['D1 in white, both', 'D2 in both']);
  });

  it('leaves each question open once, however many modes ask it', () => {
    const open = (...lines: TestLine[]) => whole(...lines).undecided.map(({ code, ref, lacks }) => `${code} ${ref} ${lacks}`);
    const plain = open();
    expect(plain.length).toBeGreaterThan(0);
    expect(open('mode white V2 99%', 'mode both V2 99% V3 99%').sort()).toEqual([...plain].sort());
  });
});

describe('what was seen between live parts and hands', () => {
  const of = (...facts: EntryDraft[]) => said(...LAMP, ...facts).filter((text) => text.includes('single-insulation'));

  it('settles what a plastic case leaves open, for better or worse', () => {
    expect(of(fact('case', 'plastic'))).toEqual([]);
    expect(of(fact('case', 'plastic'), fact('insulation', '6 mm or more, or two layers'))).toEqual([]);
    expect(of(fact('case', 'plastic'), fact('insulation', 'less'))).toEqual(['caution single-insulation V1']);
    expect(of(fact('case', 'plastic'), fact('insulation', 'bare pads'))).toEqual(['unsafe single-insulation V1']);
  });

  it('of a metal case wants one layer, and earth', () => {
    expect(of(fact('case', 'metal'), fact('earth', 'present and connected'), fact('insulation', 'less'))).toEqual([]);
    expect(of(fact('case', 'metal'), fact('insulation', 'bare pads'))).toEqual(['unsafe single-insulation V1']);
  });

  it('says nothing of a thing on extra-low volts', () => {
    expect(said(...CLIP, fact('insulation', 'bare pads'))).toEqual([]);
  });
});

describe('what the thermometer adds', () => {
  it('a junction that is over its limit at its coolest is found, one that only may be is not', () => {
    expect(said(...CLIP, 'Tboard 108c after 30min')).toContain('caution over-celsius D1');
    expect(said(...CLIP, 'Tboard 85c after 30min')).toEqual([]);
  });

  it('a case on its way to where nothing is left on is found before it is there', () => {
    const at = (minutes: number) => (108 - 84 * Math.exp(-minutes / 6)).toFixed(1);
    const soak = [1, 2, 3, 4, 6, 8, 10, 12, 14, 16, 18, 20].map((minutes) => `Tcase ${at(minutes)}c after ${minutes}min`);
    const found = judged(...CLIP, 'Tcase 24c cold', ...soak);
    expect(found.map(({ code }) => code)).toContain('touch-celsius');
    expect(found.map(sayFinding).find((text) => /^The case (goes to|is at) 1/.test(text))).toContain('90 °C is the most');
    expect(Number(at(20))).toBeLessThan(106);
  });

  it('a resistor that its rating would bear is found where heat leaves too little of it', () => {
    // 0.2 W of 0.25 W; at 100 °C 0.16 W are left.
    const lines = ['V1 9v on A G', 'R1 405r 0.25w on A G', 'D1 led white 5mm on A X', 'R2 1k 0.25w on X G'];
    expect(said(...lines)).not.toContain('caution over-watts R1');
    expect(said(...lines, 'Tboard 100c after 30min')).toContain('caution over-watts R1');
  });

  it('the worst stands first', () => {
    const severities = judged(
      ...LAMP.slice(0, 1),
      ...LAMP.slice(2).map((line) => line.replace('on F X', 'on L X')),
      fact('case', 'plastic'),
    ).map(({ severity }) => severity);
    expect(severities).toEqual(
      [...severities].sort((a, b) => ['unsafe', 'caution', 'note'].indexOf(a) - ['unsafe', 'caution', 'note'].indexOf(b)),
    );
    expect(severities[0]).toBe('unsafe');
  });
});

describe('on the shelf', () => {
  it('what is unsafe comes before what is to be careful of, which comes before nothing', () => {
    const bare = summarise(specimenOf(...LAMP, fact('case', 'plastic'), fact('insulation', 'bare pads')));
    expect(bare.worst).toMatch(/^do not use: too little insulation/);
    const cells = summarise(specimenOf('B1 3 aaa alkaline on A G', 'R1 100r on A B', 'D1-D4 led white 5mm parallel on B G', 'R1 1v'));
    expect(cells.worst).toBeUndefined();
    expect(cells.caution).toBe('strings share badly');
    const sound = summarise(specimenOf(...CLIP, 'R1 1.9v'));
    expect(sound.worst ?? sound.caution).toBeUndefined();
  });
});

describe('a circuit of which nothing was read live', () => {
  const clip = ['V1 3 aaa alkaline on A G', 'R1 100r on A B', 'D1 led white rated 30ma on B G'] as const;
  const verdictOf = (...lines: TestLine[]) => judge(analysisOf(specimenOf(...clip, ...lines), 0))?.verdict;

  it.each([
    ['nothing', [], 'not enough known'],
    ['ohms alone, which tell of no current', ['R1 99.6r dead'], 'not enough known'],
    ['its supply with nothing on it', ['V1 4.7v open'], 'not enough known'],
    ['the volts over its resistor', ['R1 1.4v live'], 'sound'],
    ['the amps at its supply', ['in 4.6v 14ma'], 'sound'],
  ])('is not sound by its figures: read was %s', (_, lines, verdict) => {
    expect(verdictOf(...lines)).toBe(verdict);
  });

  it('is unsafe by them all the same', () => {
    const lamp = ['V1 ac 230v 50hz on L N', 'R1 33k 1w on L A', 'B1 bridge on A N P M', 'D1 led red series 12 on P M'];
    const judgement = judge(analysisOf(specimenOf(...lamp), 0));
    expect(judgement?.verdict).toBe('do not use');
    // Probes on mains are the last resort.
    expect(judgement?.undecided.map(({ lacks }) => lacks)).toContain('in-line-reading');
  });
});

describe('cells that were worn when they were read', () => {
  const torch = ['B1 3 aa alkaline on P M', 'R1 4.7r on P B', 'D1 led white 5mm rated 100ma on B M'] as const;
  const found = (...lines: TestLine[]) => judge(analysisOf(specimenOf(...torch, ...lines), 0))?.findings ?? [];

  it('say what fresh ones do: 4.7 V less 3.5 over 4.7 ohms and their own is far above 100 mA', () => {
    const [finding] = found('R1 4.7r dead', 'R1 0.12v live', 'in 3.2v 26ma');
    expect(finding).toMatchObject({ code: 'over-amps', severity: 'caution', ref: 'D1', facts: { about: 'fresh-cells' } });
    expect(finding && sayFinding(finding)).toMatch(/^D1: on fresh cells about 1\d\d\smA a chip where 100\smA is rated, 1\.\d\d times/);
  });

  it('say nothing where fresh ones are within the rating, or are what was judged', () => {
    const about = (findings: ReturnType<typeof found>) =>
      findings.filter(({ code }) => code === 'over-amps').map(({ facts }) => facts.about);
    expect(about(found('correct R1 22r', 'R1 0.6v live', 'in 3.75v 27ma'))).toEqual([]);
    expect(about(found())).toEqual(['rating']);
  });

  it('say so of one LED also where another is over its rating on the worn ones already', () => {
    const second = ['R2 4.7r on P C', 'D2 led white 5mm rated 10ma on C M'] as const;
    const over = found(...second, 'R1 4.7r dead', 'R2 4.7r dead', 'R1 0.12v live', 'in 3.2v 52ma').filter(
      ({ code }) => code === 'over-amps',
    );
    expect(over.map(({ ref, facts }) => [ref, facts.about]).sort()).toEqual([
      ['D1', 'fresh-cells'],
      ['D2', 'rating'],
    ]);
  });
});

describe('readings that speak against the circuit', () => {
  const clip = ['V1 5v on A G', 'R1 39r on A B', 'D1 led white rated 30ma on B G', 'R1 39.1r', 'R1 1.6v'] as const;
  const lacksOf = (...lines: string[]) => judge(analysisOf(specimenOf(...clip, ...lines), 0))?.undecided.map(({ lacks }) => lacks);

  it('leave it open how hard it is driven', () => {
    expect(lacksOf('in 5v 41ma')).not.toContain('fitting-readings');
    expect(lacksOf('in 5v 12ma')).toContain('fitting-readings');
    expect(judge(analysisOf(specimenOf(...clip, 'in 5v 12ma'), 0))?.verdict).toMatch(/not enough known/);
  });

  it('do so from where a reading does not fit, and one that was corrected speaks against nothing', () => {
    const tried = Array.from({ length: 20 }, (_, step) => `in 5v ${41 + step}ma`).map((line) => {
      const appraised = appraise(analysisOf(specimenOf(...clip, line), 0));
      return { off: appraised.ok && appraised.value.slots.some(({ fits }) => !fits), open: lacksOf(line)?.includes('fitting-readings') };
    });
    for (const { off, open } of tried) expect(open).toBe(off);
    expect(new Set(tried.map(({ open }) => open)).size).toBe(2);
    expect(lacksOf('R1 1.61v', 'in 5v 41ma')).not.toContain('fitting-readings');
  });
});

it('a string that is not joined flickers by nothing', () => {
  const lines = ['V1 ac 230v 50hz on L N', 'B1 bridge on L N P M', 'D1 led white 12 series on P S', 'R1 100r on S T'];
  expect(said(...lines).filter((text) => text.includes('flicker'))).toEqual([]);
  expect(said(...lines, 'join T M').filter((text) => text.includes('flicker'))).toEqual(['note flicker D1']);
});
