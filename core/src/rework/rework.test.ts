import { describe, expect, it } from '@jest/globals';
import { dischargesOf } from '../caution/index.ts';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { type Circuit, partOf, partsOfKind, withFields, withoutPart } from '../circuit/index.ts';
import { ratedChipAmps } from '../device/index.ts';
import { preferredBetween } from '../quantity/index.ts';
import { audit } from '../safety/index.ts';
import { solve } from '../solve/index.ts';
import { type Goal, ownWay, parseGoal, type Rework, searchWays, type Wanted } from './index.ts';

const clip = circuitOf([
  { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
  ...[1, 2, 3].flatMap((n) => [
    { ref: `R${n}`, kind: 'resistor', pins: ['a', `b${n}`], ohms: 39 },
    { ref: `D${n}`, kind: 'led', pins: [`b${n}`, '0'], rated: { amps: 0.03 } },
  ]),
]);

const single = circuitOf([
  { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 5 },
  { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 39 },
  { ref: 'D1', kind: 'led', pins: ['b', '0'], rated: { amps: 0.03 } },
]);

const headlamp = circuitOf([
  { ref: 'B1', kind: 'battery', pins: ['p', 'm'], chemistry: 'alkaline', size: 'AAA', series: 3 },
  { ref: 'R1', kind: 'resistor', pins: ['p', 'a'], ohms: 4.7 },
  { ref: 'D1', kind: 'led', pins: ['a', 'm'], parallel: 3, rated: { amps: 0.03 } },
]);

/** A capacitor without a class, no resistor across it, no fuse. */
const bar = circuitOf([
  { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 },
  { ref: 'R1', kind: 'resistor', pins: ['L', 'a'], ohms: 10, rated: { watts: 1 } },
  { ref: 'C1', kind: 'capacitor', pins: ['a', 'b'], farads: 820e-9, rated: { volts: 400 } },
  { ref: 'B1', kind: 'bridge', pins: ['b', 'N', 'p', 'm'] },
  { ref: 'C2', kind: 'capacitor', pins: ['p', 'm'], farads: 10e-6, rated: { volts: 400 } },
  { ref: 'R2', kind: 'resistor', pins: ['p', 'm'], ohms: 470e3, rated: { watts: 0.5 } },
  { ref: 'D1', kind: 'led', pins: ['p', 'm'], series: 48, rated: { amps: 0.03 } },
]);

const DOCUMENT = { format: 'mindful-probe.goal', version: 1 } as const;

function find(circuit: Circuit, wanted: Wanted & Pick<Partial<Goal>, 'drawer'>): Rework {
  const found = searchWays(circuit, { ...DOCUMENT, ...wanted });
  if (!found.ok) throw new Error(found.error.message);
  return found.value;
}

function chipAmpsIn(circuit: Circuit, ref = 'D1'): number {
  const solved = solve(circuit);
  return solved.ok ? (solved.value.leds[ref]?.chip.amps.avg ?? Number.NaN) : Number.NaN;
}

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

describe('half the power of a lamp on mains', () => {
  const { ways, unchanged } = find(bar, { aim: 'supply-watts', value: 2.2, limits: { lightKept: 0.4, partShare: 0.6 } });
  const [best] = ways;

  it('a smaller dropper of the right class, and what is unsafe mended with it', () => {
    expect(best?.moves[0]).toMatchObject({ move: 'replace-capacitor', ref: 'C1', rated: { class: 'X2' } });
    expect(best?.moves.map(({ move }) => move).sort()).toEqual(['add-bleeder', 'replace-capacitor', 'replace-resistor']);
    expect(best?.mends.map(({ code }) => code)).toEqual(expect.arrayContaining(['no-bleeder', 'no-fuse', 'capacitor-class']));
    expect(best?.unsafe).toBe(0);
    expect(best?.keeps).toBe(true);
  });

  it('what discharges the dropper does so within a second, with the volts across it allowed', () => {
    const bleeder = partsOfKind(best?.circuit ?? bar, 'resistor').find(({ ref }) => ref === 'R3');
    const seconds = dischargesOf(best?.circuit ?? bar).find(({ ref }) => ref === 'C1')?.longest?.secondsTo34 ?? Number.NaN;
    // With all its tolerances against it.
    expect(seconds).toBeLessThan(1);
    expect(seconds).toBeGreaterThan(0.3);
    expect(bleeder?.rated?.volts).toBeGreaterThanOrEqual(350);
  });

  it('with nothing done, nothing changes', () => {
    expect(unchanged?.chipAmps).toBeCloseTo(chipAmpsIn(bar), 6);
  });

  it('a smaller dropper never gives more light on the same string', () => {
    const amps = [330e-9, 390e-9, 470e-9, 560e-9].map((farads) => chipAmpsIn(withFields(bar, 'C1', { farads })));
    expect(amps).toEqual(amps.toSorted((a, b) => a - b));
  });
});

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

describe('what is unsafe, in a lamp that is overdriven besides', () => {
  it('is mended in a way that brings its current down: mending alone keeps no limit', () => {
    const floor = circuitOf([
      { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 },
      { ref: 'C1', kind: 'capacitor', pins: ['L', 'X'], farads: 4.4e-6, rated: { volts: 400 } },
      { ref: 'B1', kind: 'bridge', pins: ['X', 'N', 'P', 'M'] },
      { ref: 'C3', kind: 'capacitor', pins: ['P', 'M'], farads: 22e-6, rated: { volts: 200 } },
      { ref: 'D1', kind: 'led', pins: ['P', 'M'], series: 36, colour: 'white', body: '2835' },
      { ref: 'D2', kind: 'led', pins: ['P', 'M'], series: 36, colour: 'white', body: '2835' },
    ]);
    const { ways } = find(floor, { aim: 'none', limits: { partShare: 0.8 } });
    const [first] = ways;
    expect(first).toMatchObject({ keeps: true, unsafe: 0 });
    expect(first?.after.ofRated).toBeLessThan(1);
    expect(first?.mends.map(({ code }) => code)).toEqual(expect.arrayContaining(['no-fuse', 'no-bleeder', 'capacitor-class', 'over-amps']));
  });

  it('with two droppers the one that stays is replaced by a smaller one of its class, where as much might be too much', () => {
    const floor = circuitOf([
      { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 },
      { ref: 'C1', kind: 'capacitor', pins: ['L', 'X'], farads: 2.2e-6, rated: { volts: 400 } },
      { ref: 'C2', kind: 'capacitor', pins: ['L', 'X'], farads: 2.2e-6, rated: { volts: 400 } },
      { ref: 'B1', kind: 'bridge', pins: ['X', 'N', 'P', 'M'] },
      { ref: 'C3', kind: 'capacitor', pins: ['P', 'M'], farads: 22e-6, rated: { volts: 200 } },
      { ref: 'D1', kind: 'led', pins: ['P', 'M'], series: 36, colour: 'white', body: '2835' },
      { ref: 'D2', kind: 'led', pins: ['P', 'M'], series: 36, colour: 'white', body: '2835' },
    ]);
    const { ways } = find(floor, { aim: 'none' });
    expect(ways[0]).toMatchObject({ keeps: true, unsafe: 0 });
    expect(ways[0]?.moves).toContainEqual(
      expect.objectContaining({ move: 'replace-capacitor', farads: 1.8e-6, rated: expect.objectContaining({ class: 'X2' }) }),
    );
  });
});

describe('a dropper without a store that drives its LEDs far too hard', () => {
  const sign = circuitOf([
    { ref: 'V1', kind: 'ac', pins: ['L', 'N'], voltsRms: 230, hertz: 50 },
    { ref: 'C1', kind: 'capacitor', pins: ['L', 'A'], farads: 1e-6, rated: { class: 'X2' } },
    { ref: 'R1', kind: 'resistor', pins: ['L', 'A'], ohms: 470e3 },
    { ref: 'B1', kind: 'bridge', pins: ['A', 'N', 'P', 'M'] },
    { ref: 'R2', kind: 'resistor', pins: ['P', 'S'], ohms: 12 },
    { ref: 'D1', kind: 'led', pins: ['S', 'M'], series: 2, colour: 'green' },
  ]);
  const { ways, before } = find(sign, { aim: 'none', limits: { partShare: 0.8 } });

  it('is mended by a smaller dropper, not by what turns the rest of its current into heat', () => {
    expect(ways[0]).toMatchObject({
      keeps: true,
      unsafe: 0,
      moves: [{ move: 'replace-capacitor', ref: 'C1' }, { move: 'add-fuse' }, { move: 'replace-resistor', ref: 'R1' }],
    });
    expect(ways[0]?.after.supplyWatts).toBeLessThan(before.supplyWatts);
  });

  it('a way that leaves less to be careful of comes first, and of those the one with less work', () => {
    const serious = ways
      .filter(({ keeps, unsafe }) => keeps && unsafe === 0)
      .map(({ leaves, makes, parts, after }) => ({
        wastes: after.supplyWatts > before.supplyWatts,
        left: [...leaves, ...makes].filter(({ severity }) => severity !== 'note').length,
        parts,
      }));
    expect(serious.length).toBeGreaterThan(2);
    expect(serious).toEqual(serious.toSorted((a, b) => Number(a.wastes) - Number(b.wastes) || a.left - b.left || a.parts - b.parts));
  });

  it('with a smaller dropper needs no other resistor to discharge it', () => {
    const mended = ways.filter(({ moves }) => moves[0]?.move === 'replace-capacitor');
    expect(mended.flatMap(({ moves }) => moves).filter((move) => move.move === 'add-bleeder' && move.across === 'C1')).toEqual([]);
  });

  it('a regulator in its place is one that bears the volts of mains', () => {
    const regulated = ways.find(({ moves }) => moves[0]?.move === 'replace-with-sink');
    // Without a load the bridge gives the peak of mains at its highest, 1.1 · √2 · 230 V = 358 V, next to nothing of it on the LEDs.
    expect(regulated?.moves[0]).toMatchObject({ rated: { volts: 500 } });
    expect(regulated?.after.supplyWatts).toBeGreaterThan(3 * before.supplyWatts);
  });
});

describe('beside the LEDs', () => {
  it('a resistor in a lead that also charges a cell says what it does to that', () => {
    const charging = circuitOf([
      { ref: 'V1', kind: 'dc', pins: ['a', '0'], volts: 6 },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 22 },
      { ref: 'D1', kind: 'led', pins: ['b', '0'], rated: { amps: 0.06 } },
      { ref: 'R2', kind: 'resistor', pins: ['a', 'c'], ohms: 47 },
      { ref: 'B1', kind: 'battery', pins: ['c', '0'], chemistry: 'nimh', size: 'AA', series: 3, charge: 0.5 },
    ]);
    const { ways, supplyRef } = find(charging, { led: 'D1', aim: 'chip-amps', value: 0.03 });
    expect(supplyRef).toBe('V1');
    const inLead = ways.find(({ moves }) => moves[0]?.move === 'insert-resistor' && moves[0].at.ref === 'V1');
    const [also] = inLead?.alsoChanges ?? [];
    expect(also?.ref).toBe('B1');
    expect(Math.abs(also?.after ?? 1)).toBeLessThan(Math.abs(also?.before ?? 0));
    expect(
      ways.find(({ moves }) => moves.length === 1 && moves[0]?.move === 'replace-resistor' && moves[0].ref === 'R1')?.alsoChanges,
    ).toEqual([]);
  });

  it('a supply that is said to be less steady is taken so', () => {
    const boat = withFields(single, 'V1', { volts: 12.7, tolerance: 0.15 });
    const { before } = find(withFields(boat, 'R1', { ohms: 470 }), { aim: 'chip-amps', value: 0.015 });
    expect([before.low.label, before.high.label]).toEqual(['10.8 V', '14.6 V']);
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
