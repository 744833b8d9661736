import { describe, expect, it } from '@jest/globals';
import type { Slot } from '@mindful-probe/core';
import { checkPredictions } from './check-predictions.ts';

const predicted: Slot[] = [
  { kind: 'volts', ref: 'R4', expected: { value: 1, uncertainty: 0.03 }, fits: true },
  { kind: 'volts', ref: 'R1', expected: { value: 0.9, uncertainty: 0.03 }, fits: true },
  { kind: 'ohms', ref: 'R4', expected: { value: 15, uncertainty: 0.3 }, fits: true },
];

function read(value: number): Slot[] {
  return [
    { kind: 'volts', ref: 'R4', expected: { value: 0.7, uncertainty: 0.1 }, read: { value, uncertainty: 0.04, entryId: 'e' }, fits: true },
  ];
}

describe('proof', () => {
  it('compares with the prediction, not with what the readings made of it: limit 2·√(0.03² + 0.04²) = 0.1', () => {
    expect(checkPredictions(predicted, read(1.099))[0]?.holds).toBe(true);
    expect(checkPredictions(predicted, read(1.101))[0]?.holds).toBe(false);
  });

  it('lists live figures only, read or not', () => {
    expect(checkPredictions(predicted, []).map(({ slot, holds }) => [slot.ref, holds])).toEqual([
      ['R4', true],
      ['R1', true],
    ]);
  });
});
