import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { type Circuit, partOf } from '../circuit/index.ts';
import { solve } from '../solve/index.ts';
import { applyChanges, circuitChangeSchema, type ReworkWay, searchWays, workOrder } from './index.ts';

function waysOf(circuit: Circuit, chipAmps: number): readonly ReworkWay[] {
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

describe('changes of a circuit', () => {
  const pair = circuitOf([
    { ref: 'V1', kind: 'dc', pins: ['A', 'G'], volts: 5 },
    { ref: 'R1', kind: 'resistor', pins: ['A', 'B'], ohms: 100, marking: '101' },
    { ref: 'R2', kind: 'resistor', pins: ['B', 'G'], ohms: 150 },
  ]);
  const ampsIn = (circuit: Circuit) => {
    const solved = solve(circuit);
    if (!solved.ok) throw new Error(solved.error.message);
    return -(solved.value.parts.V1?.amps.avg ?? Number.NaN);
  };

  it('a part that is replaced has no marking of the old one left', () => {
    const changed = applyChanges(pair, [{ change: 'replace-resistor', ref: 'R1', ohms: 220, rated: { watts: 0.5 } }]);
    expect(partOf(changed, 'R1')).toMatchObject({ ohms: 220, rated: { watts: 0.5 }, tolerance: 0.05 });
    expect(partOf(changed, 'R1')?.marking).toBeUndefined();
    expect(ampsIn(changed)).toBeCloseTo(5 / 370, 9);
  });

  it('an inserted resistor stands between a pin and the net that it was on', () => {
    const changed = applyChanges(pair, [{ change: 'insert-resistor', ref: 'R3', at: { ref: 'R2', pin: 0 }, ohms: 50 }]);
    expect(partOf(changed, 'R3')?.pins).toContain('B');
    expect(partOf(changed, 'R1')?.pins).toEqual(['A', 'B']);
    expect(ampsIn(changed)).toBeCloseTo(5 / 300, 9);
  });

  it('leave the circuit that they are applied to as it was, and one of what is not there changes nothing', () => {
    const before = JSON.stringify(pair);
    applyChanges(pair, [{ change: 'replace-resistor', ref: 'R1', ohms: 1 }]);
    expect(JSON.stringify(pair)).toBe(before);
    expect(applyChanges(pair, [{ change: 'replace-resistor', ref: 'R9', ohms: 1 }])).toBe(pair);
  });

  it('that are proposed are such as the tape takes, and do what their work order says', () => {
    for (const { changes } of waysOf(clip, 0.02)) {
      for (const change of changes) expect(circuitChangeSchema.safeParse(change).success).toBe(true);
      const touched = workOrder(changes, 0.1).filter(({ name }) => name === 'Fit');
      expect(touched.map(({ text }) => text.split(' ')[0])).toEqual(changes.map(({ ref }) => ref));
    }
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
