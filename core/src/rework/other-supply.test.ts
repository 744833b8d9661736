import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { partOf, withFields } from '../circuit/index.ts';
import { bar, chipAmpsIn, find, headlamp, single } from './searches.testing.ts';

describe('another supply, a dead part, another LED', () => {
  it('a lamp for 120 V on 230 V: said first what it does with nothing done, then what makes it as before', () => {
    const abroad = withFields(withFields(bar, 'V1', { voltsRms: 120, hertz: 60 }), 'C1', { farads: 1e-6 });
    const { unchanged, before, ways } = find(abroad, { aim: 'none', supply: { voltsRms: 230, hertz: 50 } });
    expect(unchanged?.chipAmps).toBeGreaterThan(2 * before.chipAmps);
    expect(partOf(ways[0]?.circuit ?? abroad, 'V1')).toMatchObject({ voltsRms: 230, hertz: 50 });
    expect(ways[0]?.keeps).toBe(true);
    expect(Math.abs(ways[0]?.miss ?? 1)).toBeLessThan(0.1);
  });

  it('another kind of supply takes the place of the old, on its nets', () => {
    const { ways } = find(headlamp, { aim: 'chip-amps', value: 0.02, supply: { kind: 'dc', volts: 5 }, moves: ['replace-resistor'] });
    expect(partOf(ways[0]?.circuit ?? headlamp, 'B1')).toMatchObject({ kind: 'dc', volts: 5, pins: ['p', 'm'] });
    expect(ways[0]?.after.hours).toBeUndefined();
  });

  it('the other supply by itself is a way where it keeps the limits, and none where it does not', () => {
    const alone = (volts: number) =>
      find(single, {
        aim: 'chip-amps',
        value: 0.01,
        supply: { volts },
        limits: { chipAmps: 0.02 },
        moves: ['replace-resistor'],
      }).ways.filter(({ moves }) => moves.every(({ move }) => move === 'replace-supply'));
    expect(alone(3.3)).toHaveLength(1);
    expect(alone(3.3)[0]?.keeps).toBe(true);
    expect(alone(9)).toEqual([]);
  });

  const string = circuitOf([
    { ref: 'V1', kind: 'dc', pins: ['n0', '0'], volts: 24 },
    { ref: 'R1', kind: 'resistor', pins: ['n0', 'n1'], ohms: 33 },
    ...[1, 2, 3, 4, 5, 6, 7].map((n) => ({
      ref: `D${n}`,
      kind: 'led',
      pins: [`n${n}`, n === 7 ? '0' : `n${n + 1}`],
      rated: { amps: 0.06 },
    })),
  ]);

  it('a dead chip: dark with nothing done; linked out with the current brought back, or replaced', () => {
    const { unchanged, ways } = find(string, { aim: 'none', dead: ['D4'] });
    expect(unchanged?.chipAmps ?? 0).toBeLessThan(1e-6);
    const codes = ways.map(({ moves }) => moves.map(({ move }) => move).join('+'));
    expect(codes[0]).toBe('replace-led');
    expect(codes).toContain('link-out+replace-resistor');
    const linked = ways.find(({ moves }) => moves[0]?.move === 'link-out' && moves.length === 2);
    expect(linked?.keeps).toBe(true);
    expect(Math.abs(linked?.miss ?? 1)).toBeLessThan(0.05);
    for (const way of ways) expect(way.text).toMatch(/D4/);
  });

  it('a goal that names the dead chip itself is read at another of its string', () => {
    const { ledRef, ways } = find(string, { led: 'D4', aim: 'none', dead: ['D4'] });
    expect(ledRef).not.toBe('D4');
    expect(ways.some(({ moves }) => moves[0]?.move === 'link-out')).toBe(true);
  });

  it('a lamp that was overdriven on its adapter is within its rating on a boat battery, at its highest too', () => {
    const attic = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 13.4, ohms: 2, tolerance: 1, spread: { volts: 0.5 } },
      ...[1, 2, 3].flatMap((n) => [
        { ref: `R${n}`, kind: 'resistor', pins: ['a', `b${n}`], ohms: 1.8, rated: { watts: 1 } },
        { ref: `D${n}`, kind: 'led', pins: [`b${n}`, '0'], series: 3, body: '5730' },
      ]),
    ]);
    const supply = { kind: 'dc', volts: 12.9, ohms: 0, tolerance: 0.116 } as const;
    const { before, unchanged, ways } = find(attic, { aim: 'none', supply });
    expect(before.ofRated).toBeGreaterThan(2);
    // Without the 2 Ω of the adapter a battery drives it harder, at fewer volts.
    expect(unchanged?.ofRated).toBeGreaterThan(before.ofRated);
    expect(unchanged?.high.label).toBe('14.4 V');
    expect(ways[0]?.keeps).toBe(true);
    expect(ways[0]?.after.high.chipAmps).toBeLessThanOrEqual(0.15);
    expect(partOf(ways[0]?.circuit ?? attic, 'V1')).not.toHaveProperty('spread');
    // One in the lead is less work, and one string that opens then overloads the others: it hides no resistor in each.
    const inEach = ways.filter(({ moves, keeps }) => keeps && moves.filter(({ move }) => move === 'replace-resistor').length === 3);
    expect(Math.min(...inEach.map(({ miss }) => Math.abs(miss)))).toBeLessThan(0.4);
  });

  it('a dead resistor is replaced once, by the value that is wanted', () => {
    const { ways } = find(single, { aim: 'chip-amps', value: 0.02, dead: ['R1'], moves: ['replace-resistor'] });
    expect(ways[0]?.moves).toHaveLength(1);
    expect(Math.abs(ways[0]?.miss ?? 1)).toBeLessThan(0.05);
  });

  it('a part that was over what is usual for it before hides no way', () => {
    const hot = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 12 },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 120 },
      { ref: 'D1', kind: 'led', pins: ['b', 'c'], rated: { amps: 0.1 } },
      { ref: 'R2', kind: 'resistor', pins: ['c', '0'], ohms: 22, rated: { watts: 2 } },
    ]);
    // R1 takes 0.5 W where a quarter is usual, and less with a larger R2.
    const { ways } = find(hot, { aim: 'chip-amps', value: 0.05, moves: ['insert-resistor'] });
    expect(ways.filter(({ keeps }) => keeps).length).toBeGreaterThan(1);
    expect(find(hot, { aim: 'most-light', limits: { chipAmps: 0.05 }, moves: ['insert-resistor'] }).ways[0]?.keeps).toBe(true);
  });

  it('another colour: the resistor follows', () => {
    const { ways } = find(single, { aim: 'rated-share', value: 0.8, replaceLed: { colour: 'red', rated: { amps: 0.02 } } });
    expect(ways[0]?.moves[0]).toMatchObject({ move: 'replace-led', ref: 'D1' });
    expect(chipAmpsIn(ways[0]?.circuit ?? single)).toBeCloseTo(0.016, 3);
  });
});
