import { describe, expect, it } from '@jest/globals';
import { analysisOf, appraise } from '../../appraisal/index.ts';
import { cutAt } from '../../bench-line/index.ts';
import { outcomeOf, specimenOf, type TestLine } from '../../bench-line/tape.testing.ts';
import { touchableMains } from '../../caution/index.ts';
import { solve, solveWarmed } from '../../solve/index.ts';
import { applyMoves } from '../moves/registry.ts';
import { cutNeeds } from './packs.ts';

/** An effect bulb: a capacitor dropper with a reservoir, and a small board of LEDs with a resistor on two wires. */
const BULB: readonly TestLine[] = [
  'V1 ac 230v 50hz on L N',
  'C1 680nF X2 on L X',
  'R3 470k on L X',
  'B1 bridge on X N P M',
  'C2 220uF 35v on P M',
  'Z1 zener 5v1 on M P',
  'R1 47r on P A',
  'D1 led orange 5mm on A M',
  'R2 47r on P B',
  'D2 led orange 5mm on B M',
];

function needsOf(lines: readonly TestLine[], plus: string, minus: string) {
  const { circuit } = specimenOf(...lines);
  const cut = cutAt(circuit, plus, minus);
  if (typeof cut === 'string') throw new Error(cut);
  const solved = solve(circuit);
  if (!solved.ok) throw new Error(solved.error.message);
  const needs = cutNeeds(circuit, solved.value, cut, solveWarmed);
  if (!needs.ok) throw new Error(needs.error.message);
  return { circuit, solution: solved.value, needs: needs.value };
}

describe('a board cut free of its supply', () => {
  it('is what only the two wires join to the rest, and had what flowed in them', () => {
    const { needs, solution } = needsOf(BULB, 'P', 'M');
    expect(needs.parts).toEqual(['R1', 'D1', 'R2', 'D2']);
    expect(needs.amps.avg).toBeCloseTo((solution.parts.R1?.amps.avg ?? 0) + (solution.parts.R2?.amps.avg ?? 0), 9);
    expect(needs.volts).toBeCloseTo((solution.nets.P?.volts.avg ?? 0) - (solution.nets.M?.volts.avg ?? 0), 9);
  });

  it('on cells has no mains left, and each choice keeps what it says', () => {
    const { circuit, needs } = needsOf(BULB, 'P', 'M');
    expect(needs.packs.length).toBeGreaterThan(1);
    for (const { move, fresh, flat } of needs.packs) {
      const changed = applyMoves(circuit, [move]);
      expect(touchableMains(changed)).toBeUndefined();
      expect(changed.parts.map(({ ref }) => ref)).toEqual(['V1', 'R1', 'D1', 'R2', 'D2']);
      const solved = solve(changed);
      expect(solved.ok && (solved.value.leds[needs.ledRef]?.chip.amps.avg ?? 0) / needs.chipAmps).toBeCloseTo(fresh, 6);
      expect(fresh).toBeGreaterThanOrEqual(flat - 1e-9);
      expect(fresh).toBeLessThanOrEqual(1.3);
    }
  });

  it('is offered no more cells than holders are sold for: eight of AA, four of 18650', () => {
    const tall = (series: number) => [...BULB.slice(0, 4), 'C2 220uF 63v on P M', 'R1 150r on P A', `D1 led red ${series} series on A M`];
    const cells = (series: number) =>
      needsOf(tall(series), 'P', 'M').needs.packs.flatMap(({ move }) =>
        move.move === 'cut-free' && move.part.kind === 'battery' ? [{ chemistry: move.part.chemistry, count: move.part.series ?? 1 }] : [],
      );
    const most = (series: number, chemistry: string) =>
      Math.max(0, ...cells(series).flatMap((pack) => (pack.chemistry === chemistry ? [pack.count] : [])));
    expect([2, 3, 4, 5].map((series) => most(series, 'alkaline'))).toContain(8);
    for (const series of [1, 2, 3, 4, 5, 6, 7, 8, 9, 10]) {
      expect(Math.max(most(series, 'alkaline'), most(series, 'nimh'))).toBeLessThanOrEqual(8);
      expect(most(series, 'li-ion')).toBeLessThanOrEqual(4);
    }
  });

  it('goes from cell to cell in order: more in series never give less', () => {
    const { circuit } = specimenOf(...BULB);
    const cut = cutAt(circuit, 'P', 'M');
    if (typeof cut === 'string') throw new Error(cut);
    const amps = [2, 3, 4, 5].map((count) => {
      const outcome = outcomeOf(`way cut P M ${count} aa alkaline`, ...BULB);
      if (outcome.kind !== 'entry' || outcome.draft.kind !== 'way') throw new Error(JSON.stringify(outcome));
      const solved = solve(applyMoves(circuit, outcome.draft.moves));
      return solved.ok ? (solved.value.leds.D1?.chip.amps.avg ?? 0) : Number.NaN;
    });
    expect(amps).toEqual([...amps].sort((a, b) => a - b));
  });

  it('taken as a rework is read by itself: what was read of the whole says nothing of it', () => {
    const line = outcomeOf('way cut P M 3 aa alkaline', ...BULB);
    if (line.kind !== 'entry' || line.draft.kind !== 'way') throw new Error('no way');
    const specimen = specimenOf(...BULB, 'in 230v 49ma', { kind: 'rework', title: 'on cells', changes: line.draft.moves }, 'in 4.4v 105ma');
    const after = appraise(analysisOf(specimen, 1));
    if (!after.ok) throw new Error(after.error.message);
    expect(after.value.readings).toHaveLength(2);
    expect(after.value.measured).toBe(true);
    expect(after.value.slots.every(({ fits }) => fits)).toBe(true);
    expect(after.value.supplyAmps.value).toBeCloseTo(0.105, 2);
  });

  it.each([
    ['way cut X M 3 aa alkaline', /no LED is free/],
    ['way cut P P 3 aa alkaline', /between which two nets/],
    ['way cut P Q 3 aa alkaline', /between which two nets/],
    ['way cut P M', /which supply/],
  ])('says what is wrong of %s', (line, message) => {
    expect(outcomeOf(line, ...BULB)).toMatchObject({ kind: 'unread', message: expect.stringMatching(message) });
  });
});
