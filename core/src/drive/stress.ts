import type { Circuit } from '../circuit/index.ts';
import type { Fit } from '../estimate/index.ts';
import type { Uncertain } from '../quantity/index.ts';
import type { Figure } from '../solve/index.ts';
import { type Limit, ratedChipAmps, ratedResistorWatts } from './ratings.ts';

/** A figure of a part against its limit. */
export interface Stress {
  readonly ref: string;
  readonly of: 'chip-amps' | 'watts';
  readonly figure: Uncertain;
  readonly limit: Limit;
  /** Multiples of the limit. */
  readonly ratio: Uncertain;
  readonly level: StressLevel;
}

/** Comfort is up to 0.8 of a rating; above 1 it is over. */
export type StressLevel = 'within' | 'caution' | 'over';

export const COMFORT = { low: 0.4, high: 0.8 } as const;

export function stressLevel(ratio: number): StressLevel {
  return ratio > 1 ? 'over' : ratio > COMFORT.high ? 'caution' : 'within';
}

/** Every LED's current per chip and every resistor's watts against what they may take, in the circuit's order. */
export function stressesOf(circuit: Circuit, fit: Fit): readonly Stress[] {
  const rows = circuit.parts.flatMap((part): { figure: Figure; limit: Limit; of: Stress['of']; ref: string }[] => {
    if (part.kind === 'led') {
      return [{ ref: part.ref, of: 'chip-amps', figure: { of: 'chip', ref: part.ref, quantity: 'amps' }, limit: ratedChipAmps(part) }];
    }
    if (part.kind === 'resistor' && part.ohms > 0) {
      return [{ ref: part.ref, of: 'watts', figure: { of: 'part', ref: part.ref, quantity: 'watts' }, limit: ratedResistorWatts(part) }];
    }
    return [];
  });
  const figures = fit.figures(rows.map(({ figure }) => figure));
  return rows.map(({ ref, of, limit }, index) => {
    const figure = figures[index];
    const ratio = { value: figure.value / limit.value, uncertainty: figure.uncertainty / limit.value };
    return { ref, of, figure, limit, ratio, level: stressLevel(ratio.value) };
  });
}

/** The LED driven hardest: what the shelf and the verdict speak of first. Undefined without an LED. */
export function hardestDriven(stresses: readonly Stress[]): Stress | undefined {
  return stresses
    .filter(({ of }) => of === 'chip-amps')
    .reduce<Stress | undefined>((most, stress) => (most && most.ratio.value >= stress.ratio.value ? most : stress), undefined);
}
