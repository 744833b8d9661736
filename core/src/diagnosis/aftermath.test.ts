import { describe, expect, it } from '@jest/globals';
import { circuitOf } from '../circuit/circuit.testing.ts';
import type { Circuit } from '../circuit/index.ts';
import { ledVoltsAt, type PartOf } from '../device/index.ts';
import { LOW_VOLT_GADGETS, MAINS_LAMPS } from '../simulated/index.ts';
import { solve, solveTimeCourse } from '../solve/index.ts';
import { consequencesOf, FaultBench, isMended, surgeOf, whyDied, worthOf } from './index.ts';

const [SPOT] = MAINS_LAMPS as [Circuit];
const CLIP = LOW_VOLT_GADGETS[1] as Circuit;

describe('the surge of a contact that closes again', () => {
  const withoutReservoir: Circuit = { ...SPOT, parts: SPOT.parts.filter(({ ref }) => ref !== 'C2') };
  const settled = solve(withoutReservoir);
  if (!settled.ok) throw new Error(settled.error.message);
  const surge = surgeOf(withoutReservoir, settled.value);
  if (!surge.ok || !surge.value) throw new Error('no surge');
  const { peakAmps, coulombs, joules } = surge.value;

  it('is what the resistor and the string leave of twice the peak of the mains', () => {
    const string = SPOT.parts.find(({ ref }) => ref === 'D1-D9') as PartOf<'led'>;
    const available = 2 * Math.SQRT2 * 230;
    let [low, high] = [0, available / 100];
    for (let step = 0; step < 60; step++) {
      const amps = (low + high) / 2;
      // Two diodes of a bridge at some amperes take about 1 V each.
      if (100 * amps + ledVoltsAt(string, amps, { celsius: 25 }) + 2 > available) high = amps;
      else low = amps;
    }
    expect(peakAmps / low).toBeGreaterThan(0.93);
    expect(peakAmps / low).toBeLessThan(1.03);
  });

  it('carries the charge that the capacitor takes up: C times its change of volts', () => {
    const stringVolts = 18 * 3;
    const taken = 1e-6 * (2 * Math.SQRT2 * 230 - stringVolts);
    // In the first three milliseconds the mains has gone on, and some of that current has passed as well.
    expect(coulombs / taken).toBeGreaterThan(0.97);
    expect(coulombs / taken).toBeLessThan(1.3);
    // And what that charge gives up in a chip is at least what it does at the chip's usual volts.
    expect(joules).toBeGreaterThan((coulombs * stringVolts) / 18);
  });

  it('is the worst: at any other phase less flows', () => {
    for (const phase of [0, 0.8, 2.4, Math.PI, 4]) {
      const parts = withoutReservoir.parts.map((part) =>
        part.ref === 'V1' ? { ...part, phase } : part.ref === 'C1' ? { ...part, initialVolts: -Math.SQRT2 * 230 } : part,
      );
      const course = solveTimeCourse({ ...withoutReservoir, parts } as Circuit, { from: 'cold', seconds: 1e-3 });
      if (!course.ok) throw new Error(course.error.message);
      expect(Math.max(...(course.value.waveforms.parts['D1-D9']?.amps.values ?? []))).toBeLessThan(peakAmps * 1.001);
    }
  });

  it('is none where nothing is left charged before a rectifier', () => {
    const solved = solve(CLIP);
    expect(solved.ok && surgeOf(CLIP, solved.value)).toEqual({ ok: true, value: undefined });
  });
});

describe('what a failure does to the rest', () => {
  it('linked out, the rest is the circuit with so many chips fewer', () => {
    const bench = FaultBench.of(SPOT) as FaultBench;
    const [asBuilt, open, , linked, both] = consequencesOf(bench, ['D5'], ['D7']);
    const separate = circuitOf([
      ...SPOT.parts.filter(({ ref }) => ref !== 'D1-D9'),
      ...Array.from({ length: 16 }, (_, index) => ({
        ref: `D${index + 1}`,
        kind: 'led',
        pins: [index === 0 ? 'P' : `k${index}`, index === 15 ? 'M' : `k${index + 1}`],
        colour: 'white',
        body: '2835',
      })),
    ]);
    const solved = solve(separate);
    if (!solved.ok) throw new Error(solved.error.message);
    expect(linked?.chipAmps).toBeCloseTo(solved.value.leds.D1?.chip.amps.avg ?? 0, 5);
    expect(both?.chipAmps).toBeGreaterThan(linked?.chipAmps ?? 1);
    expect(linked?.chipAmps).toBeGreaterThan(asBuilt?.chipAmps ?? 1);
    // 2 of 18 chips less, with a little more current in the others.
    expect(linked?.supplyWatts).toBeLessThan(asBuilt?.supplyWatts ?? 0);
    // With the string open the reservoir fills to the peak of the mains: 325 V on a part for 100 V.
    expect(open?.store?.ref).toBe('C2');
    expect(open?.store?.volts).toBeGreaterThan(320);
  });

  it('of what lies in parallel it is taken out: a link would short the others', () => {
    const light = circuitOf([
      { ref: 'B1', kind: 'battery', pins: ['a', '0'], chemistry: 'nimh', size: 'AAA', series: 3 },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 2.2 },
      ...[1, 2, 3, 4].map((count) => ({ ref: `D${count}`, kind: 'led', pins: ['b', '0'], colour: 'white' })),
    ]);
    const rows = consequencesOf(FaultBench.of(light) as FaultBench, ['D3', 'D4']);
    const mended = rows.filter(isMended);
    expect(mended.map(({ is, refs }) => [is, refs])).toEqual([['taken out', ['D3', 'D4']]]);
    expect(mended[0]?.light).toBeGreaterThan(0.5);
    // As it is now, with both open.
    expect(mended[0]?.chipAmps).toBeCloseTo(rows.find(({ is }) => is === 'open')?.chipAmps ?? 0, 6);
  });

  it('an only LED is neither linked nor taken out: it wants another one', () => {
    const torch = circuitOf([
      { ref: 'B1', kind: 'battery', pins: ['a', '0'], chemistry: 'alkaline', size: 'AAA', series: 3 },
      { ref: 'R1', kind: 'resistor', pins: ['a', 'b'], ohms: 10 },
      { ref: 'D1', kind: 'led', pins: ['b', '0'], colour: 'white' },
    ]);
    const bench = FaultBench.of(torch) as FaultBench;
    const rows = consequencesOf(bench, ['D1']);
    expect(rows.map(({ is }) => is)).toEqual(['as built', 'open', 'shorted']);
    const fault = bench.faults.find(({ ref, fault: how }) => ref === 'D1' && how === 'open') as FaultBench['faults'][number];
    expect(worthOf(bench, fault, rows[0] as (typeof rows)[number], { worn: [], unsafe: [] }).parts).toBe(1);
  });

  it('says what a part bore that may have killed it, and that a worn rest is hardly worth a repair', () => {
    const bench = FaultBench.of(SPOT) as FaultBench;
    const hard = FaultBench.of({
      ...SPOT,
      parts: SPOT.parts.map((part) => (part.ref === 'C1' ? { ...part, farads: 1.5e-6 } : part)),
    } as Circuit);
    expect(whyDied(hard as FaultBench, 'D1-D9')[0]?.share).toBeGreaterThan(1.2);
    expect(whyDied(bench, 'C1')).toEqual([]);
    const fault = bench.faults.find(({ ref, fault: how }) => ref === 'D5' && how === 'open') as FaultBench['faults'][number];
    const linked = consequencesOf(bench, ['D5']).at(-1) as ReturnType<typeof consequencesOf>[number];
    expect(worthOf(bench, fault, linked, { worn: [], unsafe: [] }).word).toBe('worth it');
    expect(worthOf(bench, fault, linked, { worn: ['D7'], unsafe: [] }).word).toBe('hardly worth it');
    expect(worthOf(bench, fault, linked, { worn: [], unsafe: ['no fuse'] }).word).toBe('not to be used again');
    expect(worthOf(bench, fault, linked, { worn: [], unsafe: [] }).minutes).toBe(25);
  });
});
