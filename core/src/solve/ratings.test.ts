import { describe, expect, it } from '@jest/globals';
import type { RatingKind } from '../device/index.ts';
import { ratedFigure } from './index.ts';

describe('what a rating is held against', () => {
  it.each<[RatingKind, object]>([
    // A chip’s rated current is its average: makers rate pulses apart, as peak amps.
    ['chip-amps', { of: 'chip', quantity: 'amps' }],
    ['chip-peak-amps', { of: 'chip', quantity: 'amps', statistic: 'max' }],
    ['chip-watts', { of: 'chip', quantity: 'watts' }],
    ['chip-reverse-volts', { of: 'chip', quantity: 'volts', statistic: 'reverse' }],
    ['watts', { of: 'part', quantity: 'watts' }],
    // A capacitor breaks down at the highest volts, either way round.
    ['volts', { of: 'part', quantity: 'volts', statistic: 'peak' }],
    // A fuse and a winding are heated by the root mean square.
    ['amps', { of: 'part', quantity: 'amps', statistic: 'rms' }],
    ['peak-amps', { of: 'part', quantity: 'amps', statistic: 'peak' }],
    ['reverse-volts', { of: 'part', quantity: 'volts', statistic: 'reverse' }],
  ])('%s: %j', (of, figure) => {
    expect(ratedFigure('X1', of)).toEqual({ ref: 'X1', ...figure });
  });

  it('a temperature is no figure of the circuit', () => {
    expect(ratedFigure('X1', 'chip-celsius')).toBeUndefined();
    expect(ratedFigure('X1', 'celsius')).toBeUndefined();
  });
});
