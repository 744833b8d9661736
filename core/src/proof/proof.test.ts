import { describe, expect, it } from '@jest/globals';
import { appraise, SpecimenAnalyses } from '../appraisal/index.ts';
import { specimenOf, type TestLine } from '../bench-line/tape.testing.ts';
import { completeDraft, type EntryDraft, replay } from '../tape/index.ts';
import { writeUp, writeUpFactsOf } from '../write-up/index.ts';
import { noticedSince, POWER_ANYWAY, proofOf, sayCheck } from './index.ts';

const CLIP: readonly TestLine[] = [
  'claim 5v listing',
  'V1 5v usb',
  'R1 47r on V1.+ A',
  'D1 led white rated 20ma on A V1.-',
  'in 5.02v 41ma',
  'R1 1.93v',
  'lux 400 @ 0.5m',
  'dead',
  { kind: 'rework', title: '68 Ω for R1', changes: [{ move: 'replace-resistor', ref: 'R1', ohms: 68, rated: { watts: 0.25 } }] },
];

const LAMP: readonly TestLine[] = [
  'V1 ac 230v 50hz on L N',
  'R1 100r on L A',
  'C1 820nF 400v on A B',
  'R9 470kr on A B',
  'B1 bridge on B N P M',
  'C2 10uF 400v on P M',
  'D1 led white 48 series rated 30ma on P M',
  {
    kind: 'rework',
    title: '390 nF X2 for C1, 10 Ω for R1',
    changes: [
      { move: 'replace-capacitor', ref: 'C1', farads: 390e-9, rated: { class: 'X2', volts: 310 } },
      { move: 'replace-resistor', ref: 'R1', ohms: 10, fusible: true, rated: { watts: 1 } },
    ],
  },
];

const proof = (...lines: readonly TestLine[]) => {
  const found = proofOf(new SpecimenAnalyses(specimenOf(...lines)));
  if (!found) throw new Error('nothing to prove');
  return found;
};
const outcomes = (...lines: readonly TestLine[]) => proof(...lines).checks.map(({ code, ref, outcome }) => [code, ref, outcome]);

describe('checks before power', () => {
  it('are ohms across the supply and of what was fitted, with what the circuit should show', () => {
    expect(outcomes(...CLIP)).toEqual([
      ['no-short', 'V1', 'open'],
      ['value', 'R1', 'open'],
    ]);
    // 68 Ω ± 5 %, a tenth more for reading it, and the leads; D1 in series conducts nothing yet.
    const { low = 0, high = 0 } = proof(...CLIP).checks[1]?.expected ?? {};
    expect(low).toBeCloseTo(68 * 0.945, 1);
    expect(high).toBeCloseTo(68 * 1.055 + 0.3, 1);
  });

  it('take a right value, and stop the way to power at a wrong one or a short until it is put right', () => {
    expect(outcomes(...CLIP, 'R1 68.1r', 'in 2.1Mr')).toEqual([
      ['no-short', 'V1', 'as expected'],
      ['value', 'R1', 'as expected'],
    ]);
    const wrong = proof(...CLIP, 'R1 680r', 'in 0.4r');
    expect(wrong.stops.map(({ code }) => code)).toEqual(['no-short', 'value']);
    expect(proof(...CLIP, 'R1 680r', 'R1 68.0r').stops).toEqual([]);
  });

  it('give a reading twice its standard uncertainty to either side of what the part may be', () => {
    const readAs = (ohms: number) => proof(...CLIP, `R1 ${ohms.toFixed(3)}r`).checks.find(({ code }) => code === 'value');
    const { expected, read } = readAs(68) ?? {};
    const spread = (read?.uncertainty ?? 0) * 2;
    expect(spread).toBeGreaterThan(0.1);
    const [low, high] = [(expected?.low ?? 0) - spread, (expected?.high ?? 0) + spread];
    expect([low - 0.2, low + 0.2, high - 0.2, high + 0.2].map((ohms) => readAs(ohms)?.outcome)).toEqual([
      'wrong',
      'as expected',
      'as expected',
      'wrong',
    ]);
  });

  it('look at a wire in a resistor’s place, of which ohms say nothing', () => {
    const linked: TestLine = {
      kind: 'rework',
      title: 'R1 linked',
      changes: [{ move: 'replace-resistor', ref: 'R1', ohms: 0, rated: { watts: 0.25 } }],
    };
    expect(outcomes(...CLIP.slice(0, -1), linked)).toEqual([
      ['no-short', 'V1', 'open'],
      ['right-part', 'R1', 'open'],
    ]);
  });

  it('are made with the cells out, where it runs on some', () => {
    const torch = ['B1 3 aaa alkaline on P G', 'R1 2.2r on P A', 'D1 led white on A G', ...CLIP.slice(-1)];
    const [first] = proof(...torch).checks;
    expect(first && sayCheck(first).what).toBe('Ohms across B1, its cells out, both ways round');
  });

  it('let somebody who knows better power it all the same, on the tape', () => {
    const rework = specimenOf(...CLIP).reworks[0]?.id as string;
    expect(proof(...CLIP, 'R1 680r', { kind: 'tick', rework, step: POWER_ANYWAY }).stops).toEqual([]);
  });

  it('on mains look at class and way round, and that nothing can be touched; a bridge lets no ohmmeter through', () => {
    const checks = outcomes(...LAMP);
    expect(checks).toEqual([
      ['no-short', 'V1', 'open'],
      ['right-part', 'C1', 'open'],
      ['value', 'R1', 'open'],
      ['not-touchable', 'V1', 'open'],
    ]);
    expect(outcomes(...LAMP, 'in 12kr')[0]).toEqual(['no-short', 'V1', 'as expected']);
    expect(outcomes(...LAMP, 'in 6r')[0]).toEqual(['no-short', 'V1', 'wrong']);
    for (const check of proof(...LAMP).checks) expect(sayCheck(check).what).toContain(check.ref);
  });
});

describe('first power', () => {
  it('on few volts is a limited supply with what it should show', () => {
    const [step, ...more] = proof(...CLIP, 'in 5.02v 28.6ma').power;
    expect(more).toEqual([]);
    expect(step?.figures.map(({ what, unit, outcome }) => [what, unit, outcome])).toEqual([
      ['in', 'amps', 'as predicted'],
      ['in', 'volts', 'as predicted'],
    ]);
    expect(proof(...CLIP, 'in 5.02v 55ma').power[0]?.figures[0]?.outcome).toBe('not');
  });

  it('on mains goes through a filament lamp: a few volts over it, less than a tenth of its own', () => {
    const [lamp, direct] = proof(...LAMP).power;
    expect(lamp?.figures).toMatchObject([{ what: 'lamp', unit: 'volts', outcome: 'open' }]);
    const { value = 0, uncertainty = 0 } = lamp?.figures[0] ?? {};
    // 21 mA through 25 W of 230 V: cold 2116 Ω ÷ 15 is 3.0 V; glowing 230 V · (21 ÷ 109)^(1 ÷ 0.55) is 11.5 V.
    expect(direct?.figures[0]?.value).toBeCloseTo(0.021, 3);
    expect(value - 2 * uncertainty).toBeLessThan(3);
    expect(value + 2 * uncertainty).toBeGreaterThan(11.5);
    expect(direct?.figures.map(({ unit }) => unit)).toEqual(['amps', 'watts']);
    expect(proof(...LAMP, 'lamp 9v live').power[0]?.figures[0]?.outcome).toBe('as predicted');
    expect(proof(...LAMP, 'lamp 190v live').power[0]?.figures[0]?.outcome).toBe('not');
  });
});

describe('predictions', () => {
  const supply = (...lines: readonly TestLine[]) => proof(...lines).predictions.find(({ slot }) => slot.kind === 'amps');

  it('stay what they were when the way was taken, whatever is read, corrected or struck since', () => {
    const promised = supply(...CLIP)?.slot.expected.value;
    expect(promised).toBeGreaterThan(0.02);
    expect(supply(...CLIP, 'in 5.02v 22ma', 'R1 1.2v')?.slot.expected.value).toBeCloseTo(promised as number, 12);
    const { tape } = specimenOf(...CLIP);
    const read = tape.find(({ entry }) => entry.kind === 'reading')?.entry.id as string;
    expect(supply(...CLIP, { kind: 'strike', entry: read })?.slot.expected.value).toBeCloseTo(promised as number, 12);
    // What was learnt goes into the circuit from then on.
    const after = appraise(new SpecimenAnalyses(specimenOf(...CLIP, 'in 5.02v 22ma')).last);
    expect(after.ok && after.value.slots.find(({ kind }) => kind === 'amps')?.read?.value).toBe(0.022);
  });

  it('are as predicted, not, or cannot tell where the reading fits what it was before as well', () => {
    expect(supply(...CLIP)?.outcome).toBe('open');
    expect(supply(...CLIP, 'in 5.02v 28.9ma')?.outcome).toBe('as predicted');
    expect(supply(...CLIP, 'in 5.02v 40.5ma')?.outcome).toBe('not');
    expect(supply(...CLIP, 'in 5.02v 34ma ±14ma')?.outcome).toBe('cannot tell');
  });
});

describe('light and warmth', () => {
  it('compares lux of one distance with what the current predicts, and says how it looks', () => {
    const { light } = proof(...CLIP, 'lux 300 @ 0.5m');
    expect(light.measured?.value).toBeCloseTo(0.75, 6);
    expect(light.predicted).toBeGreaterThan(0.6);
    expect(light.predicted).toBeLessThan(0.85);
    // Lightness of 0.75 is 116·0.75^(1/3) − 16 = 89.4.
    expect(light.seenMeasured).toBeCloseTo(-0.106, 2);
    expect(proof(...CLIP, 'lux 300 @ 1m').light.measured).toBeUndefined();
  });
});

describe('what was noticed without a meter', () => {
  it('after the rework stands beside the last word before it', () => {
    const lamp = specimenOf('sound hum', 'flicker bands', 'flicker none', ...CLIP, 'sound none', 'colour warmer');
    const said = noticedSince(lamp, ['sound', 'flicker', 'colour', 'smell']).map(({ of, before, after }) => [
      of,
      before?.text,
      after?.text,
    ]);
    expect(said).toEqual([
      ['sound', 'hum', 'none'],
      ['flicker', 'none', undefined],
      ['colour', undefined, 'warmer'],
      ['smell', undefined, undefined],
    ]);
  });

  it('is told in the write-up where it was noticed', () => {
    const lamp = specimenOf('sound hum', ...CLIP, 'sound none');
    const { sections } = writeUp(writeUpFactsOf(new SpecimenAnalyses(lamp)), { length: 'full' });
    const text = (id: string) => JSON.stringify(sections.find((section) => section.id === id)?.blocks ?? []);
    expect(text('first-light')).toContain('Noticed, sound: hum.');
    expect(text('first-light')).not.toContain('sound: none');
    expect(text('proof')).toContain('Noticed, sound: none; before: hum.');
  });
});

it('what drifts while it warms is the supply and the light, each at one place', () => {
  const at = (minute: number) => new Date(Date.parse('2026-03-07T10:00:00Z') + 60_000 * minute).toISOString();
  const base = specimenOf(...CLIP).tape.map(({ entry }) => entry);
  const drafts: EntryDraft[] = [
    { kind: 'state', state: 'live' },
    { kind: 'run', of: 'soak', place: 'case', minutes: 40 },
    lit(0.5, 300),
    lit(1, 75),
    lit(0.5, 288),
    lit(0.5, 285, 20),
  ];
  const entries = drafts.map((draft, index) => completeDraft(draft, `entry-drift-${index}`, at(index * 5)));
  const { drifts = [] } = proofOf(new SpecimenAnalyses(replay([...base, ...entries]))) ?? {};
  expect(drifts.map(({ what, unit, from, to, minutes }) => [what, unit, from, to, minutes])).toEqual([
    ['light at 0.5 m', 'lux', 300, 288, 10],
  ]);
  expect(drifts[0]?.change.value).toBeCloseTo(-0.04, 9);
});

function lit(metres: number, value: number, degrees?: number): EntryDraft {
  const place = { at: 'light', metres, ...(degrees && { degrees }) } as const;
  return { kind: 'reading', place, figures: [{ unit: 'lux', value, uncertainty: 3 }], condition: { state: 'live' } };
}
