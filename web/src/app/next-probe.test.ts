import { describe, expect, it } from '@jest/globals';
import { appraise, benchContext, completeDraft, type Entry, parseBenchLine, replay } from '@mindful-probe/core';
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
  return nextProbeOf(specimen, { found: appraise(specimen, 0), shape: { arrangements: [], remarks: [] }, spine: [] });
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
    expect(nextAfter(...clip, 'R1 1.6v')?.why).toMatch(/volts across V1|ohms of R1, dead/);
  });
});
