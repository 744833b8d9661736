import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { applyChanges, type Circuit } from '../circuit/index.ts';
import { solve } from '../solve/index.ts';
import { searchWays, type Way, workOrder } from './index.ts';

function waysOf(circuit: Circuit, chipAmps: number): readonly Way[] {
  const ways = searchWays(circuit, { ledRef: 'D1', chipAmps });
  if (!ways.ok) throw new Error(ways.error.message);
  return ways.value;
}

const clip = circuitOf([
  { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
  ...[1, 2, 3].flatMap((n) => [
    { ref: `R${n}`, kind: 'resistor', pins: ['a', `b${n}`], ohms: 39 },
    { ref: `D${n}`, kind: 'led', pins: [`b${n}`, '0'] },
  ]),
]);

const headlamp = circuitOf([
  { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'alkaline', size: 'AAA', series: 3 },
  { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 4.7 },
  { ref: 'D1', kind: 'led', pins: ['a', 'm'], parallel: 3 },
]);

describe('search for a wanted current', () => {
  it('finds preferred values on both sides of the exact one, for alike resistors together and for one in the lead', () => {
    const ways = waysOf(clip, 0.02);
    for (const code of ['replace-resistors', 'insert-resistor'] as const) {
      const misses = ways.filter((way) => way.code === code).map(({ miss }) => miss);
      expect(misses).toHaveLength(4);
      expect(Math.min(...misses)).toBeLessThan(0);
      expect(Math.max(...misses)).toBeGreaterThan(0);
    }
    expect(ways.find(({ code }) => code === 'replace-resistors')?.changes.map(({ ref }) => ref)).toEqual(['R1', 'R2', 'R3']);
  });

  it('ranks the nearest first, and says what a solve of the changed circuit says', () => {
    const [best] = waysOf(clip, 0.02);
    const solution = solve(applyChanges(clip, best?.changes ?? []));
    expect(solution.ok && solution.value.leds.D1?.chip.amps.avg).toBeCloseTo(best?.after.chipAmps ?? 0, 9);
    expect(Math.abs(best?.miss ?? 1)).toBeLessThan(0.05);
  });

  it('shows fresh above now above flat cells, a longer life, and dimmer light for a gentler goal', () => {
    const way = waysOf(headlamp, 0.015)[0];
    expect(way?.after.high).toMatchObject({ label: 'fresh' });
    expect(way?.after.high.chipAmps).toBeGreaterThan(way?.after.low.chipAmps ?? 1);
    expect(way?.after.hours).toBeGreaterThan(way?.before.hours ?? 1e9);
    expect(way?.seenChange).toBeLessThan(0);
    expect(way?.seenChange).toBeGreaterThan((way?.lightRatio ?? 0) - 1);
  });

  it('chooses a rating with half to spare', () => {
    for (const { resistor } of waysOf(headlamp, 0.03)) expect(resistor.watts).toBeLessThanOrEqual(resistor.ratedWatts / 2);
  });

  it('finds no way where no resistor can help', () => {
    expect(waysOf(clip, 5)).toEqual([]);
  });

  it('names an LED that is not there', () => {
    expect(searchWays(clip, { ledRef: 'D9', chipAmps: 0.02 })).toMatchObject({ ok: false, error: { code: 'unknown-ref' } });
  });
});

describe('work order', () => {
  it('makes safe first and powers last, with a current to abort at', () => {
    const way = waysOf(clip, 0.02).find(({ code }) => code === 'insert-resistor');
    const names = workOrder(way?.changes ?? [], 0.06).map(({ name }) => name);
    expect(names).toEqual(['Make safe', 'Lift', 'Fit', 'Insulate', 'First power']);
    expect(workOrder(way?.changes ?? [], 0.06).at(-1)?.text).toMatch(/81\smA/);
  });
});
