import { describe, expect, it } from '@jest/globals';
import { analysisOf, appraise } from '../appraisal/index.ts';
import { outcomeOf, specimenOf, type TestLine } from '../bench-line/tape.testing.ts';
import { sayFinding } from '../safety/index.ts';
import { judge } from '../verdict/index.ts';
import { modesOf } from './modes.ts';

const LAMP: readonly TestLine[] = [
  'V1 dc 5v on P G',
  'R2 1.6r on P A',
  'D1 led white 2835 14 parallel rated 60ma on A B',
  'R1 3.3r on B C',
  'Q1 nmos on C K G',
  'V2 pulse 5v 500hz 99.9% on K G',
];
const TORCH: readonly TestLine[] = ['B1 18650 2500mah on P G', 'U1 sink 900ma 0.3v on M G', 'D1 led white 3535 on P M'];

const modes = (...lines: TestLine[]) => modesOf(analysisOf(specimenOf(...lines), 0));

describe('modes of a gadget', () => {
  it('of a chopped lamp have the same peak, and the average and the light of their share of time', () => {
    const [full, middle, low] = modes(...LAMP, 'mode middle V2 40%', 'mode low V2 10%');
    expect(middle?.name).toBe('middle');
    expect(middle?.says).toContain('40.0 %');
    for (const [mode, duty] of [
      [middle, 0.4],
      [low, 0.1],
    ] as const) {
      expect((mode?.hardest?.peakAmps ?? 0) / (full?.hardest?.peakAmps ?? 1)).toBeCloseTo(1, 2);
      expect((mode?.hardest?.average.value ?? 0) / (full?.hardest?.average.value ?? 1)).toBeCloseTo(duty, 2);
      expect(mode?.light).toBeCloseTo(duty, 1);
      expect((mode?.supplyWatts?.value ?? 0) / (full?.supplyWatts?.value ?? 1)).toBeCloseTo(duty, 1);
    }
  });

  it('of which only readings tell are what these say, and as unsure', () => {
    const [full, low, dark] = modes(...TORCH, 'mode low', 'in 4.0v 0.24a mode low', 'mode sos three flashes');
    expect(full).toMatchObject({ measured: false });
    expect(low?.hardest?.average.value).toBeCloseTo(0.24, 2);
    expect(low?.hardest?.average.uncertainty).toBeLessThan(0.02);
    expect(low).toMatchObject({ measured: true });
    // A quarter of the current is more than a quarter of the light, and lasts about four times as long.
    expect(low?.light).toBeGreaterThan(0.24 / 0.9);
    expect((low?.hours ?? 0) / (full?.hours ?? 1)).toBeGreaterThan(3);
    expect(dark).toEqual({ name: 'sos', says: 'three flashes', measured: false });
  });

  it('leave what was read as traced alone, and the other way round', () => {
    const read: readonly TestLine[] = [...TORCH, 'in 3.9v 0.88a'];
    const alone = appraise(analysisOf(specimenOf(...read), 0));
    const beside = appraise(analysisOf(specimenOf(...read, 'in 4.0v 0.24a mode low'), 0));
    if (!alone.ok || !beside.ok) throw new Error('no solution');
    expect(beside.value.hardest?.figure).toEqual(alone.value.hardest?.figure);
    expect(beside.value.readings).toHaveLength(alone.value.readings.length);
  });

  it('chopped as a whole are on for that share of the time', () => {
    const [full, low] = modes('B1 18650 2500mah on P G', 'R1 10r on P A', 'D1 led white 5mm on A G', 'mode low 25% 200hz');
    expect((low?.hardest?.average.value ?? 0) / (full?.hardest?.average.value ?? 1)).toBeCloseTo(0.25, 2);
    expect((low?.hours ?? 0) / (full?.hours ?? 1)).toBeGreaterThan(3.5);
  });

  it('are all judged: one that is too much is found where the rest is not', () => {
    const torch = ['B1 18650 2500mah on P G', 'U1 sink 300ma 0.3v on M G', 'D1 led white 3535 rated 350ma on P M'];
    const said = (...lines: TestLine[]) =>
      judge(analysisOf(specimenOf(...lines), 0))?.findings.filter(({ code }) => code === 'over-amps') ?? [];
    expect(said(...torch, 'mode low U1 60ma')).toEqual([]);
    const [over] = said(...torch, 'mode turbo U1 900ma');
    expect(over && sayFinding(over)).toMatch(/^In mode turbo: D1/);
  });

  it('take a later word on the same name, and no part that is not there', () => {
    const [, low] = modes(...TORCH, 'mode low U1 60ma', 'mode Low U1 100ma');
    expect(low?.hardest?.average.value).toBeCloseTo(0.1, 3);
    expect(outcomeOf('mode low U7 60ma', ...TORCH)).toMatchObject({ kind: 'unread', message: expect.stringContaining('not on the board') });
    expect(outcomeOf('mode low U1 5v', ...TORCH)).toMatchObject({ kind: 'unread', message: expect.stringContaining('amps') });
    expect(outcomeOf('mode low 40%', ...TORCH)).toMatchObject({
      kind: 'unread',
      message: expect.stringContaining('how many times a second'),
    });
    expect(outcomeOf('mode U1 60ma', ...TORCH)).toMatchObject({ kind: 'unread', nearest: 'mode low U1 60ma' });
    expect(outcomeOf('mode low D1 60ma', ...TORCH)).toMatchObject({
      kind: 'unread',
      message: expect.stringContaining('no mode changes it'),
    });
  });
});
