import { describe, expect, it } from '@jest/globals';
import { completeDraft, type EntryDraft, replay } from '../tape/index.ts';
import { analysisOf, soaksOf, warmingsIn } from './index.ts';

const at = (minutes: number) => new Date(Date.UTC(2026, 2, 7, 9, minutes)).toISOString();

function specimenOf(...lines: readonly (readonly [number, EntryDraft])[]) {
  return replay(lines.map(([minutes, draft], index) => completeDraft(draft, `entry-${String(index).padStart(3, '0')}`, at(minutes))));
}

const live: EntryDraft = { kind: 'state', state: 'live' };
const soak = (place: string): EntryDraft => ({ kind: 'run', of: 'soak', minutes: 40, place });
const warm = (name: string, celsius: number, condition = {}): EntryDraft => ({
  kind: 'reading',
  place: { at: 'surface', name },
  figures: [{ unit: 'celsius', value: celsius, uncertainty: 0.3 }],
  condition,
});

describe('a warming', () => {
  it('is by place and by run, the cold reading before a run its beginning', () => {
    const specimen = specimenOf(
      [0, warm('case', 22, { cold: true })],
      [1, live],
      [1, soak('case')],
      [4, warm('case', 31)],
      [4, warm('lens', 25)],
      [20, { kind: 'state', state: 'dead' }],
      [40, live],
      [40, soak('case')],
      [44, warm('case', 33)],
      [50, warm('case', 40, { afterSeconds: 900 })],
    );
    expect(warmingsIn(specimen, 0).map(({ place, run, points }) => [place, run, points.map(({ seconds }) => seconds)])).toEqual([
      ['case', 'entry-002', [0, 180]],
      ['lens', 'entry-002', [180]],
      ['case', 'entry-007', [240]],
      ['case', undefined, [900]],
    ]);
  });

  it('that was timed by the clock is fitted like one that says its times: 71 °C with 11 minutes', () => {
    const celsius = (minutes: number) => 71 - 49 * Math.exp(-minutes / 11);
    const minutes = [2, 5, 9, 14, 20, 27, 35, 45];
    const typed = specimenOf(...minutes.map((after) => [after, warm('case', celsius(after), { afterSeconds: 60 * after })] as const));
    const timed = specimenOf([0, live], [0, soak('case')], ...minutes.map((after) => [after, warm('case', celsius(after))] as const));
    const [one, other] = [soaksOf(analysisOf(typed, 0))[0], soaksOf(analysisOf(timed, 0))[0]];
    expect(Math.abs((one?.soak.final.value ?? 0) - 71)).toBeLessThan(2 * (one?.soak.final.uncertainty ?? 0));
    expect(other?.soak).toEqual(one?.soak);
    expect(other?.run).toBe('entry-001');
  });
});
