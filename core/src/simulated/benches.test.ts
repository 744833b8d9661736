import { describe, expect, it } from '@jest/globals';
import type { Circuit } from '../circuit/index.ts';
import { disagreementsOf, type EstimateReading, fitReadings, sayDisagreement } from '../estimate/index.ts';
import { seededRandom } from '../numeric/index.ts';
import { type Figure, figureIn, solve } from '../solve/index.ts';
import { drawFault, drawReadings, drawTruth } from './index.ts';
import { LITTLE_KNOWN_GADGETS, MARKED_GADGETS } from './marked-gadgets.ts';

const CHIP: Figure = { of: 'chip', ref: 'D1', quantity: 'amps' };

function chipAmps(circuit: Circuit): number {
  const solved = solve(circuit);
  if (!solved.ok) throw new Error(solved.error.message);
  return figureIn(solved.value, CHIP);
}

describe('estimates against benches whose truth is known', () => {
  const held = (gadgets: readonly Circuit[], benches: number, isRead: (reading: EstimateReading) => boolean) => {
    const random = seededRandom(424_242);
    let within = 0;
    for (let bench = 0; bench < benches; bench++) {
      const marked = gadgets[bench % gadgets.length] as Circuit;
      const truth = drawTruth(marked, random);
      const fit = fitReadings(marked, drawReadings(truth, marked, random).filter(isRead));
      if (!fit.ok) throw new Error(fit.error.message);
      const [found] = fit.value.figures([CHIP]);
      if (found && Math.abs(found.value - chipAmps(truth)) <= 2 * found.uncertainty) within += 1;
    }
    return within / benches;
  };

  it.each([
    ['everything read', () => true],
    ['the volts of one resistor and its ohms', ({ id }: EstimateReading) => id === 'v1' || id === 'r1'],
    ['the current of the supply', ({ id }: EstimateReading) => id === 'i'],
  ])('%s: the truth lies within two standard uncertainties in about 95 of 100', (_, isRead) => {
    const share = held(MARKED_GADGETS, 240, isRead);
    // 95.4 % by the normal law; three standard deviations of 240 draws are 4 %.
    expect(share).toBeGreaterThan(0.914);
    expect(share).toBeLessThan(0.996);
  });

  it.each([
    ['everything read', () => true],
    ['the current of the supply', ({ id }: EstimateReading) => id === 'i'],
  ])('of a torch, a sink and a coin-cell light, of which little is known, %s: so too', (_, isRead) => {
    expect(held(LITTLE_KNOWN_GADGETS, 240, isRead)).toBeGreaterThan(0.914);
  });
});

describe('a single fault', () => {
  it('is named first of all causes nine times in ten, whatever it is', () => {
    const random = seededRandom(77_007);
    const missed: string[] = [];
    const faults = 60;
    for (let number = 0; number < faults; number++) {
      const marked = MARKED_GADGETS[number % MARKED_GADGETS.length] as Circuit;
      const fault = drawFault(marked, drawTruth(marked, random), random);
      const readings = fault.spoil(drawReadings(fault.truth, marked, random));
      const fit = fitReadings(marked, readings);
      if (!fit.ok) throw new Error(fit.error.message);
      const [first] = disagreementsOf(marked, readings, fit.value);
      if (!first || !fault.isFound(first)) missed.push(`${fault.name}: ${first ? sayDisagreement(first) : 'nothing named'}`);
    }
    expect(missed.length).toBeLessThanOrEqual(faults / 10);
  }, 180_000);

  it('is not seen where there is none', () => {
    const random = seededRandom(31);
    let alarms = 0;
    for (let bench = 0; bench < 90; bench++) {
      const marked = MARKED_GADGETS[bench % MARKED_GADGETS.length] as Circuit;
      const readings = drawReadings(drawTruth(marked, random), marked, random);
      const fit = fitReadings(marked, readings);
      if (fit.ok && disagreementsOf(marked, readings, fit.value).length > 0) alarms += 1;
    }
    expect(alarms).toBeLessThanOrEqual(10);
  }, 180_000);
});
