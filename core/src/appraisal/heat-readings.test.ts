import { describe, expect, it } from '@jest/globals';
import { specimenOf } from '../bench-line/tape.testing.ts';
import { analysisOf, SpecimenAnalyses, thermalOf } from './index.ts';

const TORCH = ['B1 3 aaa alkaline on P M', 'R1 3.3r on P B', 'D1 led white 3535 rated 350ma on B M', 'mode half 50% 200hz'] as const;
const read = (...lines: string[]) => thermalOf(analysisOf(specimenOf(...TORCH, ...lines), 0)).read;

describe('what the thermometer tells of the way of the heat', () => {
  it('the board before the case, settled: ten minutes after power at the earliest, and not cold', () => {
    expect(read('Tcase 41c after 10min')).toMatchObject({ at: 'case', celsius: 41 });
    expect(read('Tcase 41c after 10min', 'Tdisc 52c after 20min')).toMatchObject({ at: 'board', celsius: 52 });
    expect(read('Tcase 41c after 9min')).toBeUndefined();
    expect(read('Tcase 22c cold')).toBeUndefined();
    expect(read('Tswitch 41c after 20min')).toBeUndefined();
  });

  it('in a mode its rise over the room goes with the heat, and is 15 % less sure than read', () => {
    const { found } = new SpecimenAnalyses(specimenOf(...TORCH, 'Troom 20c', 'Tcase 60c after 20min'));
    const [half] = found.modes;
    const asTraced = thermalOf(found).read;
    const inMode = half && thermalOf(half).read;
    expect(asTraced).toMatchObject({ at: 'case', celsius: 60 });
    const rise = (inMode?.celsius ?? 0) - 20;
    expect(rise).toBeCloseTo(40 / 2, 3);
    expect(inMode?.uncertainty).toBeCloseTo(Math.hypot(((asTraced?.uncertainty ?? 0) * rise) / 40, 0.15 * rise), 9);
  });
});
