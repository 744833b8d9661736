import { describe, expect, it } from '@jest/globals';
import {
  analysisOf,
  appraise,
  benchContext,
  completeDraft,
  diagnose,
  type Entry,
  faultEvidence,
  judge,
  parseBenchLine,
  replay,
} from '@mindful-probe/core';
import { nextProbeOf } from './next-probe.ts';

function bench(...lines: string[]): Entry[] {
  const entries: Entry[] = [];
  for (const line of lines) {
    const outcome = parseBenchLine(line, benchContext(replay(entries)));
    if (outcome.kind !== 'entry') throw new Error(`${line}: ${JSON.stringify(outcome)}`);
    entries.push(completeDraft(outcome.draft, `entry-${entries.length}-n`, '2026-03-07T10:00:00Z'));
  }
  return entries;
}

function nextAfter(...lines: string[]) {
  const specimen = replay(bench(...lines));
  const analysis = analysisOf(specimen, 0);
  const found = appraise(analysis);
  const judged = judge(analysis);
  return nextProbeOf(specimen, {
    found,
    ...(judged && { judged }),
    shape: { arrangements: [], remarks: [] },
    spine: [],
    trials: [],
    now: { appraisal: found },
  });
}

const clip = ['claim 5v body', 'V1 5v usb', 'R1 27r on V1.+ B', 'D1 led white on B V1.-'];

describe('the one obvious next thing', () => {
  it('is a claim, then the supply, then an LED, then what hangs loose', () => {
    expect(nextAfter()?.what).toBe('claim');
    expect(nextAfter('claim 5v body')?.what).toBe('V1');
    expect(nextAfter('claim 5v body', 'V1 5v usb', 'R1 27r on V1.+ V1.-')?.what).toBe('LED');
    expect(nextAfter('claim 5v body', 'V1 5v usb', 'R1 27r on V1.+ B', 'D1 led white on B C')).toMatchObject({
      what: 'V1.2',
      line: 'join V1.2 ',
    });
  });

  it('is the drop over the resistor once there is a circuit, with what it settles', () => {
    expect(nextAfter(...clip)).toMatchObject({
      what: 'R1',
      line: 'R1 ',
      why: expect.stringMatching(/volts across R1: D1 current ±\d+ % → ±\d/),
    });
  });

  it('goes on with another reading when that one is taken', () => {
    expect(nextAfter(...clip, 'R1 1.6v')?.why).toMatch(/volts across (V1|D1)|ohms of R1, dead/);
  });

  it('is what the verdict waits for, where no reading would tell more of the current', () => {
    const torch = ['claim 8000lm', 'B1 3s 18650 2500mah on P G', 'U1 buck 36v limit 4.1a in 6v-40v on P G O G'];
    const lamp = [...torch, 'D1 led white 10 series 3 parallel rated 1.5a on O G'];
    expect(nextAfter(...lamp)).toMatchObject({ what: 'in', line: 'in ', why: expect.stringContaining('Read the amps at its supply') });
    const read = replay(bench('claim 3w', 'B1 18650 2500mah on P G', 'R1 2.2r on P A', 'D1 led white 3535 on A G', 'R1 0.85v'));
    const analysis = analysisOf(read, 0);
    const found = appraise(analysis);
    if (!found.ok) throw new Error(found.error.message);
    const enough = { ok: true, value: { ...found.value, next: [] } } as const;
    const view = { found: enough, shape: { arrangements: [], remarks: [] }, spine: [], trials: [], now: { appraisal: enough } };
    const judged = judge(analysis);
    expect(nextProbeOf(read, { ...view, judged })).toMatchObject({ what: 'B1', line: '', why: expect.stringContaining('a small board') });
    const sound = judged && { ...judged, undecided: [] };
    expect(nextProbeOf(read, { ...view, judged: sound })?.what).toBe('enough');
  });
});

it('joins what is loose before it looks for a fault in a circuit that would light nothing', () => {
  const [V1, ...rest] = ['V1 5v', 'R1 27r on P B', 'D1 led white on B M', 'it is dim'];
  const nextWith = (...lines: string[]) => {
    const specimen = replay(bench(...lines));
    const found = appraise(analysisOf(specimen, 0));
    const faulty = faultEvidence(analysisOf(specimen, 0));
    const diagnosis =
      faulty &&
      diagnose(
        faulty.circuit,
        faulty.evidence.map(({ what }) => what),
      );
    if (!diagnosis?.ok) throw new Error('no diagnosis');
    const view = { found, shape: { arrangements: [], remarks: [] }, spine: [], trials: [], now: { appraisal: found } };
    return { next: nextProbeOf(specimen, view, diagnosis.value), wouldLight: diagnosis.value.wouldLight };
  };
  expect(nextWith('claim 5v body', V1 as string, ...rest)).toMatchObject({ wouldLight: false, next: { line: 'join V1.1 ' } });
  const whole = nextWith('claim 5v body', `${V1} on P M`, ...rest);
  expect(whole.wouldLight).toBe(true);
  expect(whole.next?.line).not.toMatch(/join/);
});

describe('while pads are beeped out', () => {
  const board = ['claim 5v body', 'V1 5v usb on 1 2', 'R1 2r on 3 4', 'D1 led white on 5 6'];

  it('is the hold that settles most, then the test of what is in doubt, then nothing of the kind', () => {
    expect(nextAfter(...board)).toMatchObject({ what: 'hold 1', line: 'hold 1: ', why: expect.stringContaining('every other pad') });
    expect(nextAfter(...board, 'hold 1: 3 4 | 0.1r 2r', 'hold 5: 4 3 | 0.1r 2.1r')).toMatchObject({ line: 'hold 2 over 6: ' });
    const doubtful = [...board, 'hold 1: 4 5 3 | 0.1r', 'hold 5: 1 3 4 | 0.1r', 'hold 2: 6 | 0.1r'];
    expect(nextAfter(...doubtful)).toMatchObject({ what: '1 to 4', line: 'hold 1 over 4: 4 ' });
  });

  it('says that holds clash before it asks for more', () => {
    expect(nextAfter(...board, 'hold 1: 3 over 3', '3 x 1')).toMatchObject({ what: 'clash' });
  });
});
