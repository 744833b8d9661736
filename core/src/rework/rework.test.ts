import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { type Circuit, partsOfKind, withFields, withoutPart } from '../circuit/index.ts';
import { ratedChipAmps } from '../device/index.ts';
import { preferredBetween } from '../quantity/index.ts';
import { audit } from '../safety/index.ts';
import { type Goal, ownWay, parseGoal, searchWays, type Wanted } from './index.ts';
import { bar, chipAmpsIn, clip, DOCUMENT, find, headlamp, single } from './searches.testing.ts';

/** What the search itself holds to: at the supply's highest, and a new resistor 5 % low, no more than the rating. */
function keepsWith(ohms: number, limit: number): boolean {
  const worst = withFields(withFields(single, 'R1', { ohms: 0.95 * ohms }), 'V1', { volts: 5.25 });
  return chipAmpsIn(worst) <= limit;
}

describe('search against trying everything', () => {
  it.each([0.008, 0.012, 0.018, 0.022])('one resistor for %d A: no value of the series comes nearer and keeps the limits', (wanted) => {
    const all = preferredBetween('E24', 0.1, 1e6).filter((ohms) => keepsWith(ohms, 0.03));
    const miss = (ohms: number) => Math.abs(chipAmpsIn(withFields(single, 'R1', { ohms })) / wanted - 1);
    const best = Math.min(...all.map(miss));
    const { ways } = find(single, { aim: 'chip-amps', value: wanted, moves: ['replace-resistor'] });
    expect(ways[0]?.keeps).toBe(true);
    expect(Math.abs(ways[0]?.miss ?? 1)).toBeLessThanOrEqual(best + 1e-6);
  });

  it('the goal at the limit itself: the nearest that keeps it at every corner, and not the nearest of all', () => {
    const wanted = 0.03;
    const kept = preferredBetween('E24', 0.1, 1e6).filter((ohms) => keepsWith(ohms, wanted));
    const best = Math.max(...kept.map((ohms) => chipAmpsIn(withFields(single, 'R1', { ohms }))));
    const { ways } = find(single, { aim: 'chip-amps', value: wanted, moves: ['replace-resistor'] });
    expect(ways[0]?.after.chipAmps).toBeCloseTo(best, 9);
    const nearest = ways.find(({ keeps }) => !keeps);
    expect(nearest?.breaks).toEqual([expect.objectContaining({ limit: 'chipAmps', ref: 'D1' })]);
  });

  it('most light: as much as the brightest value that keeps the limits', () => {
    const kept = preferredBetween('E24', 0.1, 1e6).filter((ohms) => keepsWith(ohms, 0.03));
    const most = Math.max(...kept.map((ohms) => chipAmpsIn(withFields(single, 'R1', { ohms }))));
    const { ways } = find(single, { aim: 'most-light', moves: ['replace-resistor'] });
    expect(ways[0]?.after.chipAmps).toBeCloseTo(most, 9);
  });

  it('one of several parallel resistors lifted: every lift is tried, and the nearest comes first', () => {
    const several = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
      ...[100, 150, 330].map((ohms, index) => ({ ref: `R${index + 1}`, kind: 'resistor', pins: ['a', 'b'], ohms })),
      { ref: 'D1', kind: 'led', pins: ['b', '0'], rated: { amps: 0.06 } },
    ]);
    const wanted = chipAmpsIn(withoutPart(several, 'R2'));
    const { ways } = find(several, { aim: 'chip-amps', value: 0.99 * wanted, moves: ['remove-part'] });
    expect(ways[0]).toMatchObject({ text: 'R2 lifted', parts: 0, joints: 2, reversible: true });
  });

  it('two places at once where one alone cannot keep the other LED within its rating', () => {
    const two = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 22 },
      { ref: 'D1', kind: 'led', pins: ['b', '0'], rated: { amps: 0.03 } },
      { ref: 'R2', kind: 'resistor', pins: ['a', 'c'], ohms: 68 },
      { ref: 'D2', kind: 'led', pins: ['c', '0'], rated: { amps: 0.02 }, colour: 'red' },
    ]);
    const { ways } = find(two, { led: 'D1', aim: 'chip-amps', value: 0.02, moves: ['replace-resistor'] });
    const [best] = ways;
    expect(best?.keeps).toBe(true);
    expect(best?.moves).toHaveLength(2);
    expect(Math.abs(best?.miss ?? 1)).toBeLessThan(0.05);
    expect(chipAmpsIn(best?.circuit ?? two, 'D2')).toBeLessThan(0.02);
  });
});

describe('every way', () => {
  const goals: readonly [string, Circuit, Wanted][] = [
    ['three branches', clip, { aim: 'rated-share', value: 0.7 }],
    ['cells', headlamp, { aim: 'chip-amps', value: 0.02 }],
    ['mains', bar, { aim: 'supply-watts', value: 2.2, limits: { lightKept: 0.4 } }],
  ];
  it.each(goals)('%s: its circuit solved again gives its figures, and judged again its findings', (_, circuit, wanted) => {
    const { ways, before } = find(circuit, wanted);
    expect(before.chipAmps).toBeCloseTo(chipAmpsIn(circuit), 6);
    for (const way of ways.slice(0, 4)) {
      expect(way.after.chipAmps / chipAmpsIn(way.circuit)).toBeCloseTo(1, 3);
      const audited = audit(way.circuit);
      const codes = audited.ok ? audited.value.findings.map(({ code, ref }) => `${code}:${ref}`) : [];
      expect([...way.leaves, ...way.makes].map(({ code, ref }) => `${code}:${ref}`).sort()).toEqual(codes.sort());
    }
  });

  it('that keeps the limits has nothing over its rating, and comes before all that do not', () => {
    for (const [, circuit, wanted] of goals) {
      const { ways } = find(circuit, wanted);
      const kept = ways.map(({ keeps }) => keeps);
      expect(kept).toEqual(kept.toSorted((a, b) => Number(b) - Number(a)));
      for (const way of ways.filter(({ keeps }) => keeps)) {
        expect(way.worst?.share ?? 0).toBeLessThanOrEqual(1 + 1e-9);
        for (const led of partsOfKind(way.circuit, 'led'))
          expect(chipAmpsIn(way.circuit, led.ref)).toBeLessThanOrEqual(ratedChipAmps(led).value);
      }
    }
  });
});

describe('limits', () => {
  it('hours on cells are to half the light before, and a limit of hours is kept', () => {
    const { before, ways } = find(headlamp, { aim: 'rated-share', value: 0.9, limits: { hours: 4 } });
    for (const way of ways.filter(({ keeps }) => keeps)) expect(way.after.hours).toBeGreaterThanOrEqual(4);
    expect(before.hours).toBeGreaterThan(0);
    const dim = find(headlamp, { aim: 'chip-amps', value: 0.2 * before.chipAmps }).ways[0];
    expect(dim?.after.hours).toBe(0);
  });

  it('by prices in the drawer: dear parts break a limit of cost, and those without a price do not', () => {
    const drawer = [
      { kind: 'resistor', ohms: 120, count: 4, price: 0.05, rated: { watts: 0.25 } },
      { kind: 'resistor', ohms: 130, count: 4, price: 3, rated: { watts: 0.25 } },
      { kind: 'resistor', ohms: 150, count: 4, rated: { watts: 0.25 } },
    ];
    const { ways } = find(clip, { aim: 'chip-amps', value: 0.0145, only: 'drawer', drawer, limits: { cost: 1 } });
    const breaksOf = (ohms: number) =>
      ways
        .filter(({ moves }) => moves.length === 1 && moves.some((move) => 'ohms' in move && move.ohms === ohms))
        .flatMap(({ breaks }) => breaks.map(({ limit }) => limit));
    expect(ways.filter(({ keeps }) => keeps)).not.toEqual([]);
    expect(breaksOf(120)).not.toContain('cost');
    expect(breaksOf(150)).not.toContain('cost');
    for (const { keeps, moves } of ways) if (moves.some((move) => 'ohms' in move && move.ohms === 130)) expect(keeps).toBe(false);
  });

  it('only the drawer: nothing that is not there, no more of it than there is, pairs where no single one does', () => {
    const drawer = [
      { kind: 'resistor', ohms: 120, rated: { watts: 0.25 }, count: 2 },
      { kind: 'resistor', ohms: 47, count: 2 },
    ];
    const three = find(clip, { aim: 'chip-amps', value: 0.0145, only: 'drawer', drawer });
    for (const { fromDrawer, moves } of three.ways) {
      expect(fromDrawer).toBe(true);
      for (const ohms of [47, 120]) expect(moves.filter((move) => 'ohms' in move && move.ohms === ohms).length).toBeLessThanOrEqual(2);
    }
    const pair = find(single, {
      aim: 'chip-amps',
      value: 0.0205,
      only: 'drawer',
      drawer,
      moves: ['replace-resistor', 'insert-resistor', 'parallel-resistor'],
    });
    expect(pair.ways[0]?.moves).toHaveLength(2);
    expect(Math.abs(pair.ways[0]?.miss ?? 1)).toBeLessThan(0.06);
  });

  it('parts, joints and what can be undone are limits as well', () => {
    const { ways } = find(clip, { aim: 'rated-share', value: 0.7, limits: { parts: 1, joints: 2, reversible: true } });
    for (const way of ways.filter(({ keeps }) => keeps))
      expect([way.parts <= 1, way.joints <= 2, way.reversible]).toEqual([true, true, true]);
    expect(ways.find(({ parts }) => parts > 1)?.breaks.map(({ limit }) => limit)).toEqual(expect.arrayContaining(['parts']));
  });

  it('a regulator is a way only where the volts that it needs are left for it', () => {
    const regulators = (volts: number) =>
      find(withFields(single, 'V1', { volts }), { aim: 'chip-amps', value: 0.015, moves: ['replace-with-sink'] }).ways;
    // 3.0 V for the LED and 1.4 V for the regulator.
    expect(regulators(5)[0]?.after.chipAmps).toBeCloseTo(0.015, 3);
    expect(regulators(3.8)).toEqual([]);
  });

  it('no way rests on the gain of a transistor alone', () => {
    const gained = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 6 },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 4700 },
      { ref: 'Q1', kind: 'bjt', pins: ['c', 'b', '0'], polarity: 'npn', beta: 200 },
      { ref: 'D1', kind: 'led', pins: ['a', 'c'], rated: { amps: 0.1 } },
    ]);
    const { ways } = find(gained, { aim: 'chip-amps', value: 0.02, moves: ['replace-resistor'] });
    for (const way of ways) expect(way.keeps ? [] : way.breaks.map(({ limit }) => limit)).toContain('gain');
  });
});

describe('a way of one’s own', () => {
  it('has the figures that its circuit has, and is held against the same limits', () => {
    const own = ownWay(bar, { ...DOCUMENT, aim: 'supply-watts', value: 2.2, limits: { lightKept: 0.5 } }, [
      { move: 'replace-capacitor', ref: 'C1', farads: 330e-9, rated: { class: 'X2' } },
    ]);
    if (!own.ok) throw new Error(own.error.message);
    expect(own.value.after.chipAmps).toBeCloseTo(chipAmpsIn(withFields(bar, 'C1', { farads: 330e-9 })), 5);
    expect(own.value.breaks.map(({ limit }) => limit)).toEqual(['lightKept']);
    expect(own.value.mends.map(({ code }) => code)).toContain('capacitor-class');
  });
});

describe('a goal document', () => {
  it.each([
    [{}, 'format'],
    [{ ...DOCUMENT, version: 2, aim: 'none' }, 'version'],
    [{ ...DOCUMENT, aim: 'brighter' }, 'aim'],
    [{ ...DOCUMENT, aim: 'chip-amps' }, 'value'],
    [{ ...DOCUMENT, aim: 'none', limits: { partShare: 2 } }, 'limits.partShare'],
    [{ ...DOCUMENT, aim: 'none', drawer: [{ kind: 'resistor' }] }, 'drawer.0'],
    [{ ...DOCUMENT, aim: 'none', moves: ['saw-off'] }, 'moves.0'],
  ])('%j is refused, and says where', (json, path) => {
    expect(parseGoal(json)).toMatchObject({ ok: false, error: { path } });
  });

  it.each([
    [{ aim: 'none', led: 'D9' }, 'led'],
    [{ aim: 'none', dead: ['R1', 'X1'] }, 'dead.1'],
    [{ aim: 'none', supply: { volts: 'many' } }, 'supply.volts'],
  ])('%j names what this circuit has not', (wanted, path) => {
    expect(searchWays(single, { ...DOCUMENT, ...wanted } as Goal)).toMatchObject({ ok: false, error: { path } });
  });
});
