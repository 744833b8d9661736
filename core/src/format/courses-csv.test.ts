import { expect, it } from '@jest/globals';
import { specimenOf } from '../bench-line/tape.testing.ts';
import { parseLogged } from '../logged/index.ts';
import { runtimeCsv, soaksCsv } from './index.ts';

it('a running time leaves as CSV with its units in the header, and reads back to the same figures', () => {
  const points = [
    { hours: 0, charge: 1, cellVolts: 1.5, packAmps: 0.1234567, chipAmps: 0.02, light: 1 },
    { hours: 2.5, charge: 0.5, cellVolts: 1.2, packAmps: 0.08, chipAmps: 0.012, light: 0.61 },
  ];
  const csv = runtimeCsv({ hours: 2.5, endedBy: 'half-light', points, chemistry: 'alkaline', packAmpHours: 2 });
  const [head, ...rows] = csv.trimEnd().split('\r\n');
  expect(head).toBe('hours,charge (share),a cell (V),pack (A),a chip (A),light (share of the first)');
  expect(rows.map((row) => row.split(',').map(Number))).toEqual([
    [0, 1, 1.5, 0.123457, 0.02, 1],
    [2.5, 0.5, 1.2, 0.08, 0.012, 0.61],
  ]);
});

it('a soak leaves as CSV that the reader of loggers takes, and there is none where nothing was timed', () => {
  expect(soaksCsv(specimenOf('V1 5v on A G'))).toBeUndefined();
  const csv = soaksCsv(specimenOf('V1 5v on A G', 'Tcase 22c cold', 'Tcase 41c after 5min', 'Tcase 52c after 12min')) ?? '';
  const [head, ...rows] = csv.trimEnd().split('\r\n');
  expect(head).toBe('after reworks,place,time (s),temperature (°C),standard uncertainty (K)');
  expect(rows.map((row) => row.split(',').slice(0, 4))).toEqual([
    ['0', 'case', '0', '22'],
    ['0', 'case', '300', '41'],
    ['0', 'case', '720', '52'],
  ]);
  const read = parseLogged(rows.map((row) => row.split(',').slice(2, 4).join(',')).join('\n'));
  expect(read).toMatchObject({ ok: true });
});
