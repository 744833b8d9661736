import { afterEach, beforeEach, describe, expect, it, jest } from '@jest/globals';
import { whenAnswered } from './when-answered.ts';

describe('a server that is waited for', () => {
  let isThere: boolean;
  let asked: number;
  let answered: number;
  const count = () => {
    answered += 1;
  };

  beforeEach(() => {
    jest.useFakeTimers();
    localStorage.clear();
    [isThere, asked, answered] = [false, 0, 0];
    globalThis.fetch = (() => {
      asked += 1;
      return isThere ? Promise.resolve({ ok: true }) : Promise.reject(new TypeError('Failed to fetch'));
    }) as unknown as typeof fetch;
  });
  afterEach(() => void jest.useRealTimers());

  it('is asked every second until it answers, and then no more', async () => {
    whenAnswered(count);
    await jest.advanceTimersByTimeAsync(3500);
    expect([asked, answered]).toEqual([3, 0]);
    isThere = true;
    await jest.advanceTimersByTimeAsync(5000);
    expect([asked, answered]).toEqual([4, 1]);
  });

  it('is not asked again within a minute of when it answered, so that what fails for ever does not load for ever', async () => {
    isThere = true;
    whenAnswered(count);
    await jest.advanceTimersByTimeAsync(1500);
    whenAnswered(count);
    await jest.advanceTimersByTimeAsync(58_000);
    expect(answered).toBe(1);
    await jest.advanceTimersByTimeAsync(3000);
    expect(answered).toBe(2);
  });

  it('is not asked once nobody waits any more', async () => {
    const stop = whenAnswered(count);
    stop();
    await jest.advanceTimersByTimeAsync(5000);
    expect(asked).toBe(0);
  });
});
