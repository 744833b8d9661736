import { expect, it } from '@jest/globals';
import { specimenOf } from '../bench-line/tape.testing.ts';
import { driveBandOf } from './drive-band.ts';
import { summarise } from './summarise.ts';

it('a circuit that is not whole is driven by nothing, and what was read at its plug stands all the same', () => {
  const { drive, watts } = summarise(
    specimenOf(
      'claim 230v body',
      'claim 50w box',
      'in 230v 0.31a 36w',
      'V1 ac 230v 50hz',
      'F1 fuse 1a on P Q',
      'D1 12 led white series on Q S',
    ),
  );
  expect(drive).toBeUndefined();
  expect(watts.measured).toBeCloseTo(36, 6);
});

it('is in a band of drive by its likeliest figure: comfort ends at 0.8', () => {
  const at = (value: number) => driveBandOf({ drive: { ratio: { value, uncertainty: 0.3 }, measured: true, assumedRating: false } });
  expect([0.2, 0.8, 0.81, 1, 1.01].map(at)).toEqual(['comfort', 'comfort', 'near', 'near', 'over']);
  expect(driveBandOf({})).toBe('unknown');
});
