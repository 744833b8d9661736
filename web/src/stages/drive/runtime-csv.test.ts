import { expect, it } from '@jest/globals';
import { runtimeCsv } from './runtime-chart.tsx';

it('a running time leaves as CSV with its units in the header, and reads back to the same figures', () => {
  const points = [
    { hours: 0, charge: 1, cellVolts: 1.5, packAmps: 0.1234567, chipAmps: 0.02, light: 1 },
    { hours: 2.5, charge: 0.5, cellVolts: 1.2, packAmps: 0.08, chipAmps: 0.012, light: 0.61 },
  ];
  const csv = runtimeCsv({ hours: 2.5, endedBy: 'half-light', points, packAmpHours: 2 });
  const [head, ...rows] = csv.trimEnd().split('\r\n');
  expect(head).toBe('hours,charge (share),a cell (V),pack (A),a chip (A),light (share of the first)');
  expect(rows.map((row) => row.split(',').map(Number))).toEqual([
    [0, 1, 1.5, 0.123457, 0.02, 1],
    [2.5, 0.5, 1.2, 0.08, 0.012, 0.61],
  ]);
});
