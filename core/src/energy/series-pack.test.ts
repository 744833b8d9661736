import { describe, expect, it } from '@jest/globals';
import { analysisOf, appraise } from '../appraisal/index.ts';
import { recognise } from '../arrangement/index.ts';
import { specimenOf, type TestLine } from '../bench-line/tape.testing.ts';
import { seriesPackOf } from '../circuit/index.ts';
import { driveDetails } from '../details/index.ts';
import { planWatts } from '../draw/index.ts';
import { dischargeRuntime, type OtherSource, otherSources, sayWeakest } from './index.ts';

const LOAD: readonly TestLine[] = ['R1 22r on P C', 'D1 led white 5mm on C G'];
const ROW: readonly TestLine[] = ['B1 aa alkaline on P A', 'B2 aa alkaline on A B', 'B3 aa alkaline on B G', ...LOAD];
const PACK: readonly TestLine[] = ['B1 3 aa alkaline on P G', ...LOAD];

function appraised(...lines: TestLine[]) {
  const found = appraise(analysisOf(specimenOf(...lines), 0));
  if (!found.ok) throw new Error(found.error.message);
  return found.value;
}

function runtimeOf(...lines: TestLine[]) {
  const done = dischargeRuntime(specimenOf(...lines).circuit, 'D1');
  if (!done.ok) throw new Error(done.error.message);
  return done.value;
}

describe('cells that are parts of their own, in a row', () => {
  it('are taken for others all at once: on other sources they do what they do as one part', () => {
    const [row, pack] = [ROW, PACK].map((lines) => otherSources(specimenOf(...lines).circuit, 'B1')) as [OtherSource[], OtherSource[]];
    expect(row.map(({ change }) => change)).toEqual(pack.map(({ change }) => change));
    for (const [index, { volts, amps, led, hours }] of pack.entries()) {
      expect(row[index]?.volts).toBeCloseTo(volts, 6);
      expect(row[index]?.amps).toBeCloseTo(amps, 6);
      expect(row[index]?.led.chipAmps).toBeCloseTo(led.chipAmps, 6);
      if (hours !== undefined) expect((row[index]?.hours ?? 0) / hours).toBeCloseTo(1, 2);
    }
    // Cells that differ are not put in parallel: they would charge each other.
    const mixed = otherSources(specimenOf('B1 aa alkaline on P A', 'B2 aa nimh on A G', ...LOAD).circuit, 'B2');
    expect(mixed.map(({ change }) => change.is)).not.toContain('rewired');
    expect(mixed.filter(({ change }) => change.is === 'chemistry')).not.toEqual([]);
  });

  it('are one pack: its figures are those of the same cells as one part', () => {
    const [row, pack] = [appraised(...ROW), appraised(...PACK)];
    expect(row.supplyWatts.value).toBeCloseTo(pack.supplyWatts.value, 6);
    expect(row.supplyAmps.value).toBeCloseTo(pack.supplyAmps.value, 6);
    const details = driveDetails(analysisOf(specimenOf(...ROW), 0));
    expect(details.ok && details.value.supply?.volts.value).toBeCloseTo(3 * (row.solution.supplies.B1?.voltsRms ?? 0), 6);
    expect(planWatts(row.circuit, row.solution, recognise(row.circuit, row.solution))?.watts).toBeCloseTo(pack.supplyWatts.value, 6);
    expect(runtimeOf(...ROW).hours / runtimeOf(...PACK).hours).toBeCloseTo(1, 2);
    expect(sayWeakest(runtimeOf(...ROW))).toBeUndefined();
  });

  it('give what is delivered: no part takes more than all of it', () => {
    const { solution, supplyWatts } = appraised(...ROW);
    const taken = ['R1', 'D1'].reduce((sum, ref) => sum + (solution.parts[ref]?.watts ?? 0), 0);
    expect(taken).toBeCloseTo(supplyWatts.value, 6);
  });

  it('are read at both ends: volts in line are those of the whole row', () => {
    const read = appraised(...ROW, 'in 4.5v 48ma');
    expect(read.slots.every(({ fits }) => fits)).toBe(true);
    expect(read.supplyAmps.value).toBeCloseTo(0.048, 2);
    expect(appraised(...ROW, 'C 3.4v').slots.find(({ read: volts }) => volts !== undefined)?.fits).toBe(true);
  });

  it('end where a tap lies between them, or something else', () => {
    const { circuit } = specimenOf('B1 aa alkaline on P A', 'B2 aa alkaline on A G', 'R1 100r on A G', 'D1 led white 5mm on P G');
    expect(seriesPackOf(circuit, 'B1')).toEqual({ refs: ['B1'], plus: 'P', minus: 'A' });
    expect(seriesPackOf(specimenOf('V1 5v on P G', ...LOAD).circuit, 'V1')).toEqual({ refs: ['V1'], plus: 'P', minus: 'G' });
  });

  it('are empty when the one that holds least is, and that one is named', () => {
    const mixed = runtimeOf('B1 aa alkaline on P A', 'B2 aa nimh 800mah on A B', 'B3 aa alkaline on B G', ...LOAD);
    expect(mixed.weakest).toBe('B2');
    expect(sayWeakest(mixed)).toMatch(/^B2 holds least/);
    expect(mixed.hours).toBeLessThan(runtimeOf(...ROW).hours);
    // Its 0.8 Ah are the most that flow.
    const passed = mixed.points.slice(1).reduce((sum, point, index) => {
      const last = mixed.points[index] as (typeof mixed.points)[number];
      return sum + ((point.packAmps + last.packAmps) / 2) * (point.hours - last.hours);
    }, 0);
    expect(passed).toBeLessThanOrEqual(0.8 * 1.001);
  });
});
