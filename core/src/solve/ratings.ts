import type { RatingKind } from '../device/index.ts';
import type { Figure, FigureStatistic } from './figure.ts';

interface Rated {
  readonly of: 'part' | 'chip';
  readonly quantity: 'volts' | 'amps' | 'watts';
  readonly statistic?: FigureStatistic;
}

/** The figure that each rating holds; a temperature is no figure of the circuit's laws, and is held elsewhere. */
const FIGURES: Readonly<Record<RatingKind, Rated | undefined>> = {
  'chip-amps': { of: 'chip', quantity: 'amps' },
  'chip-peak-amps': { of: 'chip', quantity: 'amps', statistic: 'max' },
  'chip-watts': { of: 'chip', quantity: 'watts' },
  'chip-reverse-volts': { of: 'chip', quantity: 'volts', statistic: 'reverse' },
  'chip-celsius': undefined,
  watts: { of: 'part', quantity: 'watts' },
  volts: { of: 'part', quantity: 'volts', statistic: 'peak' },
  amps: { of: 'part', quantity: 'amps', statistic: 'rms' },
  'peak-amps': { of: 'part', quantity: 'amps', statistic: 'peak' },
  'reverse-volts': { of: 'part', quantity: 'volts', statistic: 'reverse' },
  celsius: undefined,
};

/** What a rating of a part is held against; undefined for a temperature. */
export function ratedFigure(ref: string, of: RatingKind): Figure | undefined {
  const figure = FIGURES[of];
  return figure && { ref, ...figure };
}
