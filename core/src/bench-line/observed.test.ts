import { describe, expect, it } from '@jest/globals';
import { analysisOf, appraise, faultEvidence, symptomsOf } from '../appraisal/index.ts';
import { completeDraft, type Entry, replay } from '../tape/index.ts';
import { entriesOf, outcomeOf, specimenOf, type TestLine } from './tape.testing.ts';

const SPOT = [
  'V1 ac 230v 50hz on L N',
  'R1 100r on L A',
  'C1 105 X2 on A B',
  'B1 bridge on B N P M',
  'D1-D9 led white 2835 18 series on P M',
];
const DEAD = { kind: 'state', state: 'dead' } as const;

function thingsOf(line: string, ...before: readonly (string | typeof DEAD)[]) {
  const outcome = outcomeOf(line, ...SPOT, ...before);
  if (outcome.kind !== 'entry' || outcome.draft.kind !== 'observed') throw new Error(JSON.stringify(outcome));
  return outcome.draft.things;
}

describe('what is seen and tried, on the bench line', () => {
  it.each([
    ['it does not light', [{ kind: 'lights', of: 'all', value: false }]],
    ['it doesn’t light', [{ kind: 'lights', of: 'all', value: false }]],
    ['It is dim.', [{ kind: 'lights', of: 'all', value: 'dim' }]],
    ['it comes back when tapped', [{ kind: 'tapped', value: true }]],
    ['it lit for a second when knocked', [{ kind: 'tapped', value: true }]],
    ['it goes out when warm', [{ kind: 'warm', value: true }]],
    ['it does not hum', [{ kind: 'hums', value: false }]],
    ['it works again', [{ kind: 'lights', of: 'all', value: true }]],
    ['it was used 6 years 3 h a day', [{ kind: 'used', hours: 6570 }]],
    ['it is 2 years old', [{ kind: 'used', hours: 2000 }]],
    ['it was used for about 4000 h', [{ kind: 'used', hours: 4000 }]],
    ['nothing seen', [{ kind: 'seen', of: 'all', value: 'nothing' }]],
    ['D5 dark spot', [{ kind: 'seen', of: 'D5', value: 'dark spot' }]],
    ['r1 burnt', [{ kind: 'seen', of: 'R1', value: 'burnt' }]],
    ['R1 ol', [{ kind: 'tested', of: 'R1', value: 'open' }]],
    ['D5 short', [{ kind: 'tested', of: 'D5', value: 'short' }]],
    ['d5 dark', [{ kind: 'lights', of: 'D5', value: false, atAmps: 0.005 }]],
    ['D1-D4 light @ 2ma', [{ kind: 'lights', of: 'D1-D4', value: true, atAmps: 0.002 }]],
  ])('%s', (line, things) => {
    expect(thingsOf(line)).toEqual(things);
  });

  it('a row but those that do not light', () => {
    const things = thingsOf('D1-D9 light but D5, D7');
    expect(things).toHaveLength(9);
    expect(things.filter((thing) => thing.kind === 'lights' && thing.value === false)).toMatchObject([{ of: 'D5' }, { of: 'D7' }]);
  });

  it('with the power on, a light is its own and no bench supply’s', () => {
    expect(thingsOf('D5 dim', 'in 231v 38ma')).toEqual([{ kind: 'lights', of: 'D5', value: 'dim' }]);
  });

  it('the volts of one package of a row', () => {
    expect(thingsOf('D7 5.45v @ 5ma')).toMatchObject([{ kind: 'alone', of: 'D7', volts: 5.45, atAmps: 0.005 }]);
    expect(outcomeOf('D7 5.45v', ...SPOT)).toMatchObject({ kind: 'unread', message: expect.stringContaining('which current') });
  });

  it.each([
    ['it sings', /does not light, it is dim/],
    ['it was used long', /for how long/],
    ['it was used 3 years 30 h a day', /24 hours/],
    ['it was used 0 years', /for how long/],
    ['it was used 4000 h 3 h a day', /hours in all, or years/],
    ['nothing', /nothing seen/],
    ['R1 dark', /only an LED lights/],
    ['D1-D9 light but D12', /D12 is none of D1-D9/],
    ['D5 dark @ 5v', /with a current behind it/],
    ['D5 -3v @ 5ma', /wrong way round/],
    ['D5 99999v @ 5ma', /unit and its prefix/],
    ['suppose toaster 3', /which kind/],
    ['suppose capacitive-dropper 0', /1 to 400/],
  ])('“%s” says what it wants', (line, message) => {
    expect(outcomeOf(line, ...SPOT)).toMatchObject({ kind: 'unread', message: expect.stringMatching(message) });
  });

  it('a part keeps its readings, its corrections and its ohms', () => {
    expect(outcomeOf('R1 100.4r', ...SPOT, DEAD)).toMatchObject({ kind: 'entry', draft: { kind: 'reading' } });
    expect(outcomeOf('V1 0.3r', ...SPOT, DEAD)).toMatchObject({ kind: 'entry', draft: { kind: 'reading' } });
    expect(outcomeOf('B1 0.55v @ 1ma', ...SPOT, DEAD)).toMatchObject({ kind: 'entry', draft: { kind: 'reading' } });
    expect(outcomeOf('D1-D9 2r', ...SPOT, DEAD)).toMatchObject({ kind: 'unread', message: expect.stringContaining('not a resistor') });
  });
});

/** A tape whose lines were entered so many minutes apart. */
function minutesApart(minutes: number, ...lines: readonly TestLine[]): readonly Entry[] {
  return entriesOf(...lines).map(({ id: _, at: __, ...draft }, index) =>
    completeDraft(
      draft as Parameters<typeof completeDraft>[0],
      `entry-${index}-apart`,
      new Date(Date.UTC(2026, 2, 7, 10, index * minutes)).toISOString(),
    ),
  );
}

describe('the time in which a thing does not work', () => {
  it('begins with a symptom and ends when it works again', () => {
    expect(symptomsOf(specimenOf(...SPOT, 'it does not light', 'it hums'))).toHaveLength(2);
    expect(symptomsOf(specimenOf(...SPOT, 'it does not light', 'it works'))).toEqual([]);
    expect(symptomsOf(specimenOf(...SPOT, 'it hums', 'it does not hum'))).toEqual([]);
  });

  it('holds what was read in it against the circuit, and keeps it out of what the circuit is when it works', () => {
    const analysis = analysisOf(
      specimenOf(...SPOT, 'in 231v 0ma 0w', 'it does not light', DEAD, 'R1 100.4r', 'V1 0.3r', 'B1 0.55v @ 1ma', 'D5 dark'),
      0,
    );
    const kinds = faultEvidence(analysis)?.evidence.map(({ what }) => what.kind);
    expect(kinds).toEqual(['volts', 'amps', 'watts', 'lights', 'ohms', 'ohms', 'volts', 'lights']);
    const appraisal = appraise(analysis);
    if (!appraisal.ok) throw new Error(appraisal.error.message);
    expect(appraisal.value.measured).toBe(false);
    // The lamp as it is built, at the 231 V that it has: not the dark one.
    expect(appraisal.value.hardest?.ratio.value).toBeGreaterThan(0.8);
  });

  it('of a gadget that was changed is held against the circuit after all of its changes', () => {
    const fitted = (ref: string, ohms: number): TestLine => ({
      kind: 'rework',
      title: `${ohms} Ω for ${ref}`,
      changes: [{ move: 'replace-resistor', ref, ohms, rated: { watts: 1 } }],
    });
    const specimen = specimenOf(...SPOT, fitted('R1', 120), fitted('R1', 150), 'it does not light', 'R1 151r');
    const ohms = (rework: number) =>
      faultEvidence(analysisOf(specimen, rework))?.circuit.parts.flatMap((part) =>
        part.ref === 'R1' && 'ohms' in part ? [part.ohms] : [],
      );
    expect([0, 1, 2].map(ohms)).toEqual([[100], [120], [150]]);
    expect(faultEvidence(analysisOf(specimen, 2))?.evidence.map(({ what }) => what.kind)).toEqual(['lights', 'ohms']);
  });

  it('has nothing of what was read while it worked: that is a sitting or more ago, or before it worked last', () => {
    const longAgo = replay(
      minutesApart(20, ...SPOT, 'in 231v 38ma 3.6w', 'note put on a shelf', 'note weeks pass', 'note still', 'it does not light'),
    );
    expect(faultEvidence(analysisOf(longAgo, 0))?.evidence.map(({ what }) => what.kind)).toEqual(['lights']);
    const mended = specimenOf(...SPOT, 'it does not light', 'R1 ol', 'it works', 'it flickers');
    expect(faultEvidence(analysisOf(mended, 0))?.evidence.map(({ what }) => what.kind)).toEqual(['flickers']);
  });

  it('has how long it was in use, as said last, also where that was said before', () => {
    const lines = ['it was used 2 years', ...SPOT, 'it does not light', 'it was used 6 years 3 h a day'];
    const used = faultEvidence(analysisOf(specimenOf(...lines), 0))?.evidence.filter(({ what }) => what.kind === 'used');
    expect(used?.map(({ what }) => what)).toEqual([{ kind: 'used', hours: 6570 }]);
    expect(symptomsOf(specimenOf(...SPOT, 'it was used 2 years'))).toEqual([]);
  });

  it('has the usual circuit of its kind while nothing is traced, and the traced one as soon as it is there', () => {
    const supposed = faultEvidence(analysisOf(specimenOf('suppose capacitive-dropper 12', 'it does not light', 'D3 dark spot'), 0));
    expect(supposed).toMatchObject({ isSupposed: true, evidence: [{}, { what: { of: 'D3' } }] });
    // Parts that nothing feeds yet are no circuit to look for faults in.
    const begun = ['suppose capacitive-dropper 12', 'it does not light', 'R7 100r on A B', 'R8 100r on B C'];
    expect(faultEvidence(analysisOf(specimenOf(...begun), 0))?.isSupposed).toBe(true);
    expect(supposed?.circuit.parts.find(({ kind }) => kind === 'led')).toMatchObject({ ref: 'D1-D12', series: 24 });
    expect(faultEvidence(analysisOf(specimenOf('suppose capacitive-dropper 12', 'it does not light', ...SPOT), 0))?.isSupposed).toBe(false);
    expect(faultEvidence(analysisOf(specimenOf('it does not light'), 0))).toBeUndefined();
  });
});
