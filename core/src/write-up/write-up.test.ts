import { describe, expect, it } from '@jest/globals';
import { SpecimenAnalyses } from '../appraisal/index.ts';
import { specimenOf, type TestLine } from '../bench-line/tape.testing.ts';
import {
  markdownOf,
  outdatedIn,
  SLIP_SECTIONS,
  slotWhere,
  textOf,
  treeOf,
  type WriteUp,
  type WriteUpFacts,
  writeUp,
  writeUpFactsOf,
} from './index.ts';

function factsOf(...lines: TestLine[]): WriteUpFacts {
  return writeUpFactsOf(new SpecimenAnalyses(specimenOf(...lines)));
}

const plain = (text: string) => text.replaceAll('\u2009', ' ');
const markdown = (facts: WriteUpFacts, options: Parameters<typeof writeUp>[1] = {}) => plain(markdownOf(treeOf(writeUp(facts, options))));

/** The Markdown of one section, without its title. */
function sectionOf(
  facts: WriteUpFacts,
  id: WriteUp['sections'][number]['id'],
  options: Parameters<typeof writeUp>[1] = { length: 'full' },
): string {
  const document = writeUp(facts, options);
  const sections = document.sections.filter((section) => section.id === id);
  const [, ...children] = treeOf({ ...document, warnings: [], sections }).children;
  return plain(markdownOf({ type: 'root', children: children.slice(1, -2) }));
}

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
    const stages = writeUp(factsOf(...CLIP)).sections.map(({ id }) => id);
    expect(stages).toEqual(['claim', 'first-light', 'opening', 'trace', 'readings', 'drive', 'findings', 'write-up', 'unknown']);
    expect(writeUp(factsOf({ kind: 'name', name: 'Nothing yet' })).sections).toEqual([]);
  });

  it('has each claim with who says it, and what was read at the supply', () => {
    const facts = factsOf(...CLIP);
    expect(sectionOf(facts, 'claim')).toMatch(/\| Volts \| 5 V \| body \|/);
    expect(sectionOf(facts, 'first-light')).toMatch(/At the supply: about 5\.02 V, 4\.\d+ to 5\.\d+; about 41(\.0)? mA, \d+(\.\d)? to \d+/);
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
    const written = markdown(
      factsOf({ kind: 'name', name: 'A <b>clip</b> | two' }, ...CLIP.slice(1), {
        kind: 'remark',
        stage: 'drive',
        text: 'Too hard for a **book**.',
      }),
    );
    expect(written).toContain('Too hard for a **book**.');
    expect(written.split('\n')[0]).toBe('# A \\<b>clip\\</b> | two');
    expect(written.trimEnd().split('\n').at(-1)).toContain('local codes, licensed practice');
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
    const facts = factsOf('V1 ac 230v 50hz on L N', 'R1 10k 5w on L X', 'B1 bridge on X N P M', 'D1 led white 24 series on P M');
    expect(sectionOf(facts, 'write-up')).toMatch(/Verdict: do not use\. Because: .*no fuse \(V1\)/);
    expect(sectionOf(facts, 'findings')).toMatch(/- Unsafe: No fuse stands .* Remedy: .*fus.* By: IEC 60598-1/);
    expect(sectionOf(facts, 'unknown')).not.toBe('');
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
    expect(markdown(factsOf(...lamp))).not.toContain('not for unattended use');
    expect(markdown(factsOf(...lamp, rework))).toContain('not for unattended use');
    expect(markdown(factsOf(...lamp, rework, { kind: 'proof', verdict: 'back' }))).not.toContain('not for unattended use');
  });

  it('lets no tag, no address and no picture from elsewhere through in the user’s own words', () => {
    const text = [
      'See <script>alert(1)</script> **here**, ![track](https://elsewhere.example/x.png) and [this](javascript:alert(2)).',
      '',
      '<img src=x onerror=alert(3)>',
      '',
      '[page]: javascript:alert(4)',
    ].join('\n');
    const written = markdown(factsOf(...CLIP, { kind: 'remark', stage: 'drive', text }));
    expect(written).toContain('\\<script>alert(1)\\</script> **here**');
    expect(written).not.toMatch(/elsewhere\.example|javascript:/);
    expect(written).toContain('\\<img src=x');
  });
});

describe('own words in place of a sentence', () => {
  const key = 'drive.hardest';
  const sentenceIn = (facts: WriteUpFacts) =>
    writeUp(facts)
      .sections.flatMap(({ blocks }) => blocks)
      .flatMap((block) => (block.kind === 'sentence' ? [block.sentence] : []))
      .find((sentence) => sentence.key === key);
  const ours = sentenceIn(factsOf(...CLIP))?.text ?? '';
  const wording: TestLine = { kind: 'wording', of: key, text: 'It glows far too hard.', instead: ours };

  it('are what is written out, and ours is brought back by empty ones', () => {
    const facts = factsOf(...CLIP, wording);
    expect(markdown(facts)).toContain('It glows far too hard.');
    expect(markdown(facts)).not.toContain(plain(ours));
    expect(outdatedIn(writeUp(facts))).toEqual([]);
    expect(markdown(factsOf(...CLIP, wording, { ...wording, text: ' ' } as TestLine))).toContain(plain(ours));
  });

  it('show that the facts have changed since', () => {
    const facts = factsOf(...CLIP, wording, 'R1 0.9v');
    expect(outdatedIn(writeUp(facts)).map((sentence) => [sentence.key, sentence.own?.was])).toEqual([[key, ours]]);
    expect(markdown(facts)).toContain('It glows far too hard.');
  });
});

describe('the layout', () => {
  const layout = (said: object): TestLine => ({ kind: 'layout', ...said }) as TestLine;

  it('orders sections, leaves some out, and keeps what a later word does not speak of', () => {
    const document = writeUp(factsOf(...CLIP, layout({ order: ['write-up', 'drive'] }), layout({ leftOut: ['opening'] })));
    expect(document.sections.map(({ id }) => id)).toEqual([
      'write-up',
      'drive',
      'claim',
      'first-light',
      'trace',
      'readings',
      'findings',
      'unknown',
    ]);
    expect(writeUp(factsOf(...CLIP, layout({ leftOut: ['opening'] })), { everything: true }).sections).toHaveLength(12);
  });

  it('shows a photo that was chosen where it was taken, with its caption and marks', () => {
    const taken: TestLine[] = [
      { kind: 'picture', hash: 'a'.repeat(64), mediaType: 'image/jpeg', width: 8, height: 6, stage: 'opening' },
      { kind: 'pin', picture: `entry-${CLIP.length}-0`, x: 0.5, y: 0.5, text: 'glue here' },
    ];
    const chosen = layout({ pictures: [{ picture: `entry-${CLIP.length}-0`, caption: 'The cap' }] });
    expect(markdown(factsOf(...CLIP, ...taken))).not.toContain('The cap');
    const document = writeUp(factsOf(...CLIP, ...taken, chosen));
    const written = markdownOf(treeOf(document, (block) => (block.kind === 'picture' ? 'cap.jpg' : undefined)));
    expect(written).toContain('![The cap](cap.jpg)');
    expect(written).toContain('The cap; marked: 1 glue here');
    const stray = specimenOf(...CLIP, layout({ pictures: [{ picture: 'not-there-at-all' }] }));
    expect(stray.tape.at(-1)?.problem).toBe('Its picture is not on the tape.');
  });

  it('of full length says more than a review, and a review more than a slip', () => {
    const rework: TestLine = { kind: 'rework', title: 'R1 becomes 82 Ω', changes: [{ change: 'replace-resistor', ref: 'R1', ohms: 82 }] };
    const facts = factsOf(...CLIP, rework);
    const [slip, review, full] = (['slip', 'review', 'full'] as const).map((length) => markdown(facts, { length }).length);
    expect(slip).toBeLessThan(review as number);
    expect(review).toBeLessThan(full as number);
    expect(sectionOf(facts, 'rework')).toMatch(/Make safe/i);
    expect(sectionOf(facts, 'rework', { length: 'review' })).not.toMatch(/Make safe/i);
  });
});

describe('the slip for the owner', () => {
  const slip = (...lines: TestLine[]) =>
    Object.fromEntries(SLIP_SECTIONS.map((id) => [id, sectionOf(factsOf(...lines), id, { length: 'slip' })]));
  const rework: TestLine = { kind: 'rework', title: 'R1 becomes 82 Ω', changes: [{ change: 'replace-resistor', ref: 'R1', ohms: 82 }] };

  it('says what was wrong, what was done, what to watch and what not to do', () => {
    const said = slip(...CLIP, rework, 'R1 1.69v', { kind: 'proof', verdict: 'keep' }, 'again in 4 weeks: the case');
    expect(said['slip-wrong']).toMatch(/LEDs was above its rating: about 1\.3\d/);
    expect(said['slip-done']).toMatch(/R1 becomes 82 Ω[\s\S]*now, 1\.3\d before[\s\S]*measured afterwards and kept/);
    expect(said['slip-watch']).toMatch(/To be looked at again: the case/);
  });

  it('does not claim a change that was taken back, nor one that was not signed off', () => {
    expect(slip(...CLIP)['slip-done']).toBe('Nothing was changed.');
    expect(slip(...CLIP, rework, { kind: 'proof', verdict: 'back' })['slip-done']).toBe(
      'A change was tried and taken back: it is as it came.',
    );
    expect(slip(...CLIP, rework)['slip-done']).toMatch(/not signed off yet/);
    // How hard the LEDs were driven is told only beside how hard they are now.
    const removed: TestLine = { kind: 'rework', title: 'D1 goes', changes: [{ move: 'remove-part', ref: 'D1' }] };
    expect(slip(...CLIP, removed)['slip-done']).not.toMatch(/times their rating/);
  });

  it('of a lamp on mains that is unsafe says not to use it, and who may open it', () => {
    const said = slip('V1 ac 230v 50hz on L N', 'R1 10k 5w on L X', 'B1 bridge on X N P M', 'D1 led white 24 series on P M');
    expect(said['slip-not']).toMatch(/Do not use it until this is mended:[\s\S]*No fuse stands[\s\S]*who may do it where you live/);
  });
});

it('of a circuit that is not whole says so, and not that it is gentle', () => {
  const facts = factsOf({ kind: 'name', name: 'Half' }, 'V1 5v on A G', 'D1 led white rated 30ma on B G');
  expect(sectionOf(facts, 'drive')).toMatch(/no current flows through D1\. D1 has /);
  expect(markdown(facts)).not.toMatch(/within its rating: 0/);
});

it('of a floodlight says what of its volts times amps are watts: 36 W of 230 V × 0.31 A = 71.3 VA, 0.505', () => {
  const light = sectionOf(factsOf('V1 ac 230v 50hz on L N', 'in 230v 0.31a 36w'), 'first-light');
  expect(light).toMatch(/Volts times amps are about 7\d VA, \d+ to \d+: a power factor of about 0\.5/);
  expect(sectionOf(factsOf('V1 5v on A G', 'in 5v 0.31a 1.5w'), 'first-light')).not.toContain('power factor');
});

it('of mains without current says nothing of light, flicker and heat that nobody read', () => {
  const drive = sectionOf(factsOf('V1 ac 230v 50hz on L N', 'B1 bridge on L N P M', 'D1 led white 12 series on P Q'), 'drive');
  expect(drive).toContain('glows from about');
  expect(drive).not.toMatch(/lm|Flicker|Junction|rating/);
});

it('says what it cost, against buying new, and how much light there is for the money', () => {
  const said = sectionOf(factsOf(...CLIP, 'cost 4.90 bought', 'cost 0.30 parts', 'cost 15min work'), 'write-up');
  expect(said).toMatch(/It cost 4\.90 for it, 0\.30 for parts, 15 minutes of work\./);
  expect(said).toMatch(/Against 4\.90 for buying it new that saves 4\.60\./);
  expect(said).toMatch(/For each unit of money paid: (about )?\d+/);
});

it('in plain text has its tables in columns, or a line a cell where they are too wide', () => {
  const text = plain(textOf(treeOf(writeUp(factsOf(...CLIP)))));
  expect(text).toMatch(/^Book clip\n=========\n/);
  expect(text).toMatch(/\nR1 +resistor 39\.0 Ω +390 +A, B\n/);
  expect(text.split('\n').every((line) => line.length <= 76 || !line.includes(' '))).toBe(true);
});

it('places are said in words, with what kind of reading it is', () => {
  const slot = { kind: 'volts', expected: { value: 0, uncertainty: 0 }, fits: true } as const;
  expect(slotWhere({ ...slot, ref: 'R1' })).toBe('R1, volts');
  expect(slotWhere({ ...slot, nets: ['A', 'G'] })).toBe('A to G, volts');
  expect(slotWhere({ ...slot, ref: 'C2', ripple: true })).toBe('C2, ripple volts');
  expect(plain(slotWhere({ ...slot, ref: 'D1', atAmps: 0.03 }))).toBe('D1, volts at 30.0 mA');
});

it('where readings do not fit the circuit, no sentence calls what follows from both measured', () => {
  const lines = ['V1 5v on A G', 'R1 39r on A B', 'D1 led white rated 30ma on B G', 'R1 39.1r', 'R1 1.6v', 'in 5v 90ma'];
  const facts = writeUpFactsOf(new SpecimenAnalyses(specimenOf(...lines)));
  const said = (length: 'slip' | 'full') => textOf(treeOf(writeUp(facts, { length })));
  expect(said('full')).toContain('Readings do not fit the circuit as traced');
  expect(said('full')).toMatch(/Verdict: .*not enough known/);
  expect(said('full')).not.toMatch(/D1 is driven [^.]*, measured/);
  expect(said('slip')).toMatch(/readings do not\s+fit it/);
});

it('light and warmth stand with the state that they were read of', () => {
  const facts = factsOf(
    'V1 12v on A G',
    'R1 39r on A B',
    'D1 3 led white series rated 60ma on B G',
    'R1 2.9v',
    'lux 820 @ 1m',
    'Tcase 61c after 30min',
    { kind: 'rework', title: '68 Ω for R1', changes: [{ move: 'replace-resistor', ref: 'R1', ohms: 68, rated: { watts: 0.5 } }] },
    'lux 330 @ 1m',
    'Tcase 44c after 30min',
  );
  const [drive, proof] = [sectionOf(facts, 'drive'), sectionOf(facts, 'proof')];
  expect(drive).toContain('about 820 lx');
  expect(drive).toMatch(/Temperatures read: case 61\.0[^,]*after 30 min\./);
  expect(drive).not.toMatch(/330 lx|44\.0/);
  expect(proof).toMatch(/Temperatures read: case 44\.0[^,]*after 30 min\./);
  expect(proof).toMatch(/Light at the same distance: 40 ±/);
});

it('names the three likeliest of what may be broken, while none is likely enough', () => {
  const torch: TestLine[] = ['B1 3 aaa alkaline on A G', 'R1 10r on A B', 'D1 led white on B G', 'it is dim'];
  const said = markdown(factsOf(...torch), { length: 'full' });
  expect(/Likeliest: (.*)/.exec(said)?.[1]?.split(';')).toHaveLength(3);
});
