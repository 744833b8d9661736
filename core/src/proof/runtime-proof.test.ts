import { describe, expect, it } from '@jest/globals';
import { SpecimenAnalyses } from '../appraisal/index.ts';
import { specimenOf, type TestLine } from '../bench-line/tape.testing.ts';
import { driveDetails } from '../details/index.ts';
import { completeDraft, type EntryDraft, replay } from '../tape/index.ts';
import { runtimeProofOf } from './runtime-proof.ts';

const TORCH: TestLine[] = ['B1 3 aaa alkaline on A G', 'R1 4.7r on A B', 'D1 led white rated 100ma on B G'];
const BEGUN = Date.parse('2026-03-07T10:00:00Z');

/** The torch, run from ten o'clock on, with lux after so many hours. */
function ran(lux: readonly (readonly [hours: number, lux: number])[], ended?: { hours: number; outcome: 'done' | 'stopped' }) {
  const entries = specimenOf(...TORCH).tape.map(({ entry }) => entry);
  const at = (hours: number) => new Date(BEGUN + hours * 3600_000).toISOString();
  const add = (draft: EntryDraft, hours: number) => entries.push(completeDraft(draft, `entry-r-${entries.length}`, at(hours)));
  add({ kind: 'state', state: 'live' }, 0);
  add({ kind: 'run', of: 'runtime', minutes: 600 }, 0);
  const run = entries.at(-1)?.id as string;
  for (const [hours, value] of lux)
    add(
      {
        kind: 'reading',
        place: { at: 'light', metres: 1 },
        figures: [{ unit: 'lux', value, uncertainty: 0.01 * value }],
        condition: { state: 'live' },
      },
      hours,
    );
  if (ended) add({ kind: 'ended', of: run, outcome: ended.outcome }, ended.hours);
  return replay(entries);
}

const details = driveDetails(new SpecimenAnalyses(specimenOf(...TORCH)).found);
const predicted = details.ok ? details.value.runtime : undefined;
const end = predicted?.hours ?? Number.NaN;

describe('light over a run on its cells', () => {
  it('stands beside what was predicted at its hour, as shares of the first', () => {
    const proof = runtimeProofOf(
      ran([
        [0.01, 200],
        [end / 2, 150],
      ]),
      predicted,
    );
    expect(proof?.points.map(({ light }) => light.value)).toEqual([1, 0.75]);
    expect(proof?.points[0]?.predicted).toBeCloseTo(1, 1);
    const half = proof?.points[1]?.predicted ?? 0;
    expect(half).toBeLessThan(1);
    expect(half).toBeGreaterThan(0.45);
    expect(proof).toMatchObject({ outcome: 'open', predicted: { endedBy: 'half-light' } });
    expect(proof?.hours).toBeUndefined();
  });

  it('to half light is as predicted within a third, the class figure of cells; far sooner or later it is not', () => {
    const halfAfter = (hours: number) =>
      runtimeProofOf(
        ran([
          [0.01, 200],
          [hours - 0.1, 110],
          [hours + 0.1, 90],
        ]),
        predicted,
      );
    expect(halfAfter(1.1 * end)).toMatchObject({ outcome: 'as predicted', hours: expect.closeTo(1.1 * end, 6) });
    expect(halfAfter(0.6 * end)?.outcome).toBe('not');
    expect(halfAfter(1.5 * end)?.outcome).toBe('not');
    // It need not have ended to have lasted too long.
    expect(
      runtimeProofOf(
        ran([
          [0.01, 200],
          [1.5 * end, 180],
        ]),
        predicted,
      )?.outcome,
    ).toBe('not');
  });

  it('stopped before its end says nothing of it, and without a run or a prediction there is no proof', () => {
    expect(runtimeProofOf(ran([[0.01, 200]], { hours: 0.2 * end, outcome: 'stopped' }), predicted)).toMatchObject({ outcome: 'open' });
    expect(runtimeProofOf(specimenOf(...TORCH), predicted)).toBeUndefined();
    expect(runtimeProofOf(ran([]), undefined)).toBeUndefined();
    expect(runtimeProofOf(ran([]), predicted)?.points).toEqual([]);
  });
});
