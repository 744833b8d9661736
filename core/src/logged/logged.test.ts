import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { clockCell } from './clock-cell.ts';
import { type LoggedTable, loggedStatistics, parseLogged } from './index.ts';

function tableOf(text: string): LoggedTable {
  const result = parseLogged(text);
  if (!result.ok) throw new Error(result.error.message);
  return result.value;
}

describe('a CSV as instruments write it', () => {
  it('an oscilloscope with its preamble, a line of names and one of units', () => {
    const table = tableOf('Model,Bench 4\nSample,1e-5\n\nx-axis,1\nsecond,Volt\n-1.0e-03,0.52\n0.0e+00,0.54\n1.0e-03,0.50\n');
    expect(table.hasTime).toBe(true);
    expect(table.seconds).toEqual([0, 0.001, 0.002]);
    expect(table.columns).toEqual([{ name: '1', unit: 'volts', values: [0.52, 0.54, 0.5] }]);
  });

  it('a logger with semicolons, decimal commas, milliseconds, and a gap', () => {
    const table = tableOf('\uFEFFTime [ms];Probe (°C);I / mA\r\n0;21,5;38,1\r\n500;;38,0\r\n1000;22,5;37,9\r\n');
    expect(table.seconds).toEqual([0, 0.5, 1]);
    expect(table.columns.map(({ name, unit }) => [name, unit])).toEqual([
      ['Probe (°C)', 'celsius'],
      ['I / mA', 'amps'],
    ]);
    expect(table.columns[0]?.values[1]).toBeNaN();
    expect(table.columns[1]?.values[0]).toBeCloseTo(0.0381, 9);
    expect(table.header).toContain('Probe');
  });

  it('bare figures: the column that only rises is time, and without one rows are counted', () => {
    expect(tableOf('0,5\n1,4\n2,6\n')).toMatchObject({ hasTime: true, seconds: [0, 1, 2], columns: [{ name: 'column 2' }] });
    expect(tableOf('5\n4\n6\n')).toMatchObject({ hasTime: false, seconds: [0, 1, 2] });
  });

  it.each([
    ['clock times', 'time,temp\n10:00:00,22.1\n10:01:30,25\n10:03:00.5,27.4', [0, 90, 180.5]],
    ['half days', 'time;temp\n11:59:00 AM;22\n12:00:00 PM;23\n1:00 pm;24', [0, 60, 3660]],
    ['times over midnight', 'time,lux\n23:59:00,100\n00:00:30,90\n00:01:00,80', [0, 90, 120]],
    ['dates with their times', 'when,volts\n2026-03-07T23:59:50Z,1.2\n2026-03-08T00:00:10Z,1.3', [0, 20]],
    ['dates beside times', 'Date,Time,V\n07.03.2026,10:00:00,1\n08.03.2026,10:00:01,2', [0, 86_401]],
    ['the month first, with slashes', 'when;V\n2/28/2026 23:00;1\n3/1/2026 01:00;2', [0, 7200]],
    ['rows out of their order', 's,V\n0,1\n2,3\n1,2', [0, 1, 2]],
  ])('%s', (_, text, seconds) => {
    const table = tableOf(text);
    expect([table.seconds, table.hasTime]).toEqual([seconds, true]);
    // Every list rises as its rows were taken.
    const values = table.columns.at(-1)?.values ?? [];
    expect(values).toHaveLength(seconds.length);
    if (!text.includes('lux')) expect([...values].sort((a, b) => a - b)).toEqual(values);
  });

  it('what was beyond the instrument is a gap', () => {
    const [column] = tableOf('s,V\n0,OL\n1,2\n2,-OVER\n3,---\n4,inf').columns;
    expect(column?.values).toEqual([Number.NaN, 2, Number.NaN, Number.NaN, Number.NaN]);
  });

  it.each(['25:00', '10:61', '12:00:00 xm', '31.02.2026', '2026-13-01', '13:00 pm'])('“%s” is no time', (cell) =>
    expect(clockCell(cell)).toBeUndefined(),
  );

  it('refuses what holds no figures', () => {
    for (const text of ['', 'hello', 'a,b\nc,d\n']) expect(parseLogged(text)).toMatchObject({ ok: false, error: { code: 'no-figures' } });
  });

  it('never throws, whatever is pasted', () => {
    fc.assert(fc.property(fc.string({ maxLength: 300 }), (text) => void parseLogged(text)));
  });
});

describe('what a column comes to', () => {
  const seconds = Array.from({ length: 2001 }, (_, index) => index * 5e-5);
  const sine = (offset: number, swing: number, hertz: number) => seconds.map((at) => offset + swing * Math.sin(2 * Math.PI * hertz * at));

  it('a sine: its mean, root mean square, ends, and hertz', () => {
    const found = loggedStatistics(seconds, sine(0, 1, 100));
    expect(found?.mean).toBeCloseTo(0, 3);
    expect(found?.rms).toBeCloseTo(Math.SQRT1_2, 3);
    expect(found?.hertz).toBeCloseTo(100, 1);
    expect(found).not.toHaveProperty('flickerPercent');
  });

  it('light that swings by a half about its mean flickers by 50 %, noise or not', () => {
    const noisy = sine(2, 1, 100).map((value, index) => value + 0.02 * Math.sin(index * 12.9898));
    const found = loggedStatistics(seconds, noisy);
    expect(found?.flickerPercent).toBeCloseTo(50, -0.5);
    expect(found?.hertz).toBeCloseTo(100, 0);
  });

  it('says no hertz of what holds still, and nothing of nothing', () => {
    expect(loggedStatistics([0, 1, 2], [5, 5, 5])).toEqual({ mean: 5, rms: 5, min: 5, max: 5, count: 3, flickerPercent: 0 });
    expect(loggedStatistics([0, 1], [Number.NaN, Number.NaN])).toBeUndefined();
    // Without time each figure counts once: of 3 and 4 the rms is √12.5.
    expect(loggedStatistics([0, 0], [3, 4])).toMatchObject({ mean: 3.5, rms: Math.sqrt(12.5), count: 2 });
    // A straight line from 0 to 1: its mean is a half, its rms 1 ÷ √3; what goes below nought has no flicker.
    expect(loggedStatistics([0, 2], [0, 1])).toMatchObject({
      mean: 0.5,
      rms: expect.closeTo(1 / Math.sqrt(3), 12),
      flickerPercent: 100,
    });
    expect(loggedStatistics([0, 2], [-1, 1])?.flickerPercent).toBeUndefined();
  });
});
