import { describe, expect, it } from '@jest/globals';
import { Bookings, SAME_MOMENT } from './bookings.ts';

const nobody: ReadonlySet<string> = new Set();

function booked(capacity: number, ...bookings: readonly (readonly [start: number, end: number, by: string, within?: string])[]): Bookings {
  const all = new Bookings(new Map([['meter', capacity]]));
  for (const [start, end, by, within] of bookings) all.book('meter', { start, end, by, ...(within !== undefined && { within }) });
  return all;
}

describe('one of a thing', () => {
  it('is free up to where somebody has it, and from where they are done', () => {
    const meter = booked(1, [10, 20, 'a']);
    expect(meter.inTheWay('meter', 0, 10, nobody)).toBeUndefined();
    expect(meter.inTheWay('meter', 20, 30, nobody)).toBeUndefined();
    expect(meter.inTheWay('meter', 0, 10.1, nobody)).toBe(20);
    expect(meter.inTheWay('meter', 19.9, 30, nobody)).toBe(20);
  });

  it('is waited for until all who have it meanwhile are done, whatever the order they were booked in', () => {
    expect(booked(1, [0, 5, 'a'], [4, 9, 'b'], [1, 3, 'c']).inTheWay('meter', 0, 10, nobody)).toBe(9);
  });

  it('counts as free for a thousandth of a second, and a booking as short is none', () => {
    const meter = booked(1, [10, 20, 'a'], [30, 30 + SAME_MOMENT, 'b']);
    expect(meter.inTheWay('meter', 0, 10 + SAME_MOMENT / 2, nobody)).toBeUndefined();
    expect(meter.of('meter')).toHaveLength(1);
    // A thousandth of a second is 1/60,000 of a minute.
    expect(SAME_MOMENT).toBeLessThan(1 / 60_000);
  });

  it('is no obstacle to those who share it; what stands within a task counts for that task alone', () => {
    const meter = booked(1, [10, 20, 'a'], [12, 25, 'b', 'a']);
    expect(meter.inTheWay('meter', 12, 14, new Set(['a', 'b']))).toBeUndefined();
    expect(meter.inTheWay('meter', 12, 14, new Set(['a']))).toBe(25);
    expect(meter.inTheWay('meter', 21, 24, nobody)).toBeUndefined();
  });

  it('is free again when it is released, and a copy goes on by itself', () => {
    const meter = booked(1, [10, 20, 'a'], [30, 40, 'b']);
    const copy = meter.copy();
    meter.release(new Set(['a']));
    expect(meter.of('meter').map(({ by }) => by)).toEqual(['b']);
    expect(copy.of('meter')).toHaveLength(2);
  });
});

describe('of several', () => {
  it('one is free while fewer than all are in use, and again as soon as the first of them is done', () => {
    const two = booked(2, [0, 10, 'a'], [5, 20, 'b'], [30, 40, 'c']);
    expect(two.inTheWay('meter', 0, 5, nobody)).toBeUndefined();
    expect(two.inTheWay('meter', 12, 18, nobody)).toBeUndefined();
    expect(two.inTheWay('meter', 6, 18, nobody)).toBe(10);
    // Two one after the other need one only.
    expect(booked(2, [0, 10, 'a'], [10, 20, 'b']).inTheWay('meter', 0, 20, nobody)).toBeUndefined();
  });

  it('that there are none of is in the way for ever, and of what is not named there is one', () => {
    expect(booked(0).inTheWay('meter', 0, 1, nobody)).toBe(Number.POSITIVE_INFINITY);
    expect(booked(2).capacity('meter')).toBe(2);
    expect(booked(2).capacity('supply')).toBe(1);
  });
});

describe('a clash', () => {
  it('is the time in which all are in use', () => {
    expect(booked(1, [10, 20, 'a'], [15, 25, 'b']).clash('meter', 0, 22, nobody)).toBe(12);
    expect(booked(2, [10, 20, 'a'], [15, 25, 'b']).clash('meter', 0, 30, nobody)).toBe(5);
    expect(booked(2, [10, 20, 'a'], [15, 25, 'b']).clash('meter', 0, 30, new Set(['b']))).toBe(0);
    expect(booked(0).clash('meter', 3, 10, nobody)).toBe(7);
    expect(booked(1, [10, 20, 'a']).clash('meter', 20, 30, nobody)).toBe(0);
  });
});
