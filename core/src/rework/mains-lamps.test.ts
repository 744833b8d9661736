import { describe, expect, it } from '@jest/globals';
import { dischargesOf } from '../caution/index.ts';
import { circuitOf } from '../circuit/circuit.testing.ts';
import { partsOfKind, withFields } from '../circuit/index.ts';
import { bar, chipAmpsIn, find, single } from './searches.testing.ts';

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
