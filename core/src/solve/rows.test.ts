import { describe, expect, it } from '@jest/globals';
import { Rows } from './rows.ts';

describe('rows of numbers', () => {
  it('are read as they were added and replaced, however many', () => {
    const rows = new Rows(2);
    for (let i = 0; i < 1000; i++) rows.add([i, -i]);
    rows.replace(7, [0.5, 0.25]);
    const out = [0, 0];
    rows.read(999, out);
    expect(out).toEqual([999, -999]);
    rows.read(7, out);
    expect(out).toEqual([0.5, 0.25]);
    expect(rows.all()).toHaveLength(2000);
  });

  it('know the largest size in each place, of either sign', () => {
    const rows = new Rows(2);
    for (const row of [
      [1, -5],
      [-3, 2],
    ])
      rows.add(row);
    expect([...rows.largest()]).toEqual([3, 5]);
  });

  it('are combined column after column', () => {
    const rows = new Rows(4);
    rows.add([1, 2, 10, 20]);
    const out = new Float64Array(2);
    rows.combine(0, Float64Array.of(3, -1), out);
    expect([...out]).toEqual([3 - 10, 6 - 20]);
  });

  it('have the last in the place of the first', () => {
    const rows = new Rows(1);
    for (const value of [1, 2, 3]) rows.add([value]);
    rows.repeatLast();
    expect([...rows.all()]).toEqual([3, 2, 3]);
  });
});
