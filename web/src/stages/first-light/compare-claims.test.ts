import { describe, expect, it } from '@jest/globals';
import { compareClaims } from './compare-claims.ts';

describe('claim beside measured', () => {
  const claims = [
    { id: 'w', field: 'watts', value: 1, source: 'listing' },
    { id: 'v', field: 'volts', value: 5, source: 'body' },
    { id: 'l', field: 'lumens', value: 60, source: 'listing' },
  ] as const;

  it('takes watts as volts × amps where watts were not read: 4.93 V × 0.122 A = 0.601 W', () => {
    const [watts, volts] = compareClaims(claims, [
      { unit: 'volts', value: 4.93, uncertainty: 0.04 },
      { unit: 'amps', value: 0.122, uncertainty: 0.001 },
    ]);
    expect(watts).toMatchObject({ holds: false, difference: expect.closeTo(-0.3985, 4) });
    expect(watts?.measured.value).toBeCloseTo(0.60146, 5);
    expect(volts).toMatchObject({ holds: true });
  });

  it('says nothing of what was not measured', () => {
    expect(compareClaims(claims, [])).toEqual([]);
  });
});
