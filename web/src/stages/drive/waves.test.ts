import { describe, expect, it } from '@jest/globals';
import { valueAt, wavesCsv } from './waves.ts';

const ramp = { seconds: [0, 1, 3], values: [0, 2, -2] };

describe('a wave', () => {
  it('is straight between its points, and holds at its ends', () => {
    expect([0, 0.5, 2, 3, 9].map((at) => valueAt(ramp, at))).toEqual([0, 1, 0, -2, -2]);
    expect(valueAt({ seconds: [], values: [] }, 1)).toBeNaN();
  });

  it('goes out as CSV with its unit in the header, a row a moment', () => {
    const csv = wavesCsv([
      { name: 'V1 volts', unit: 'volts', wave: ramp },
      { name: 'D1 current', unit: 'amps', wave: { seconds: [0, 3], values: [1, 4] } },
    ]);
    const [header, ...rows] = csv.trimEnd().split('\r\n');
    expect(header).toBe('seconds,V1 volts (V),D1 current (A)');
    expect(rows.map((row) => row.split(',').map(Number))).toEqual([
      [0, 0, 1],
      [1, 2, 2],
      [3, -2, 4],
    ]);
    expect(wavesCsv([])).toBe('');
  });
});
