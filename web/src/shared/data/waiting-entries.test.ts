import { afterEach, beforeEach, describe, expect, it, jest } from '@jest/globals';
import type { Entry } from '@mindful-probe/core';
import { ProblemError, UnreachableError } from './api.ts';
import { storageBehind } from './browser-storage.ts';
import { type QueueSurroundings, WaitingEntries } from './waiting-entries.ts';

function note(id: string): Entry {
  return { kind: 'note', id, at: '2026-03-07T10:00:00Z', text: id };
}

type Send = (path: string, body: unknown) => Promise<{ landed: { id: string; seq: number }[] }>;

/** A server that answers as told, one answer a request; afterwards it takes everything. */
function serverOf(...answers: (Error | 'take')[]) {
  const taken: string[] = [];
  const send: Send = async (_, body) => {
    const answer = answers.shift() ?? 'take';
    if (answer !== 'take') throw answer;
    const { entries } = body as { entries: Entry[] };
    taken.push(...entries.map(({ id }) => id));
    return { landed: entries.map(({ id }, index) => ({ id, seq: index + 1 })) };
  };
  return { taken, send: send as never };
}

/** Tabs of one browser share its storage. */
function queueOf(send: never, surroundings: Partial<QueueSurroundings> = {}) {
  return new WaitingEntries({
    storage: storageBehind(() => localStorage),
    send,
    onLanded: async () => {},
    onLandedElsewhere: () => {},
    alone: async (work) => {
      await work();
      return true;
    },
    ...surroundings,
  });
}

describe('entries on their way', () => {
  beforeEach(() => {
    localStorage.clear();
    jest.useFakeTimers();
  });
  afterEach(() => void jest.useRealTimers());

  it('are kept until the server has them, and then forgotten', async () => {
    const { send, taken } = serverOf();
    const queue = queueOf(send);
    queue.add('clip', note('entry-one'));
    expect(localStorage.length).toBe(1);
    await jest.runAllTimersAsync();
    expect(taken).toEqual(['entry-one']);
    expect(queue.all()).toEqual([]);
    expect(localStorage.length).toBe(0);
  });

  it('wait through silence and land in order when it ends', async () => {
    const { send, taken } = serverOf(new UnreachableError(), new UnreachableError());
    const queue = queueOf(send);
    queue.add('clip', note('entry-one'));
    queue.add('clip', note('entry-two'));
    await jest.advanceTimersByTimeAsync(100);
    expect(queue.all()).toHaveLength(2);
    await jest.runAllTimersAsync();
    expect(taken).toEqual(['entry-one', 'entry-two']);
  });

  it.each([401, 403, 408, 429, 500, 507])('wait where the answer is %d, which says nothing of them', async (status) => {
    const { send, taken } = serverOf(new ProblemError('not-now', status, 'Not now.'), new ProblemError('not-now', status, 'Not now.'));
    const queue = queueOf(send);
    queue.add('clip', note('entry-one'));
    queue.add('clip', note('entry-two'));
    await jest.advanceTimersByTimeAsync(100);
    expect(queue.all()).toHaveLength(2);
    expect(queue.all().every(({ refused }) => refused === undefined)).toBe(true);
    await jest.runAllTimersAsync();
    expect(taken).toEqual(['entry-one', 'entry-two']);
  });

  it('survive a reload', async () => {
    const gone = serverOf(...Array.from({ length: 50 }, () => new UnreachableError()));
    queueOf(gone.send).add('clip', note('entry-one'));
    const back = serverOf();
    const queue = queueOf(back.send);
    expect(queue.all().map(({ entry }) => entry.id)).toEqual(['entry-one']);
    await jest.advanceTimersByTimeAsync(10);
    expect(back.taken).toEqual(['entry-one']);
  });

  it('that the server refuses are set apart with its words, and do not hold up the others', async () => {
    const refusal = new ProblemError('bad-request', 400, 'It has no such part.');
    // The batch is refused, then the first one alone; the second is taken.
    const { send, taken } = serverOf(refusal, refusal, 'take');
    const queue = queueOf(send);
    queue.add('clip', note('entry-bad'));
    queue.add('clip', note('entry-good'));
    await jest.runAllTimersAsync();
    expect(taken).toEqual(['entry-good']);
    expect(queue.all()).toMatchObject([{ entry: { id: 'entry-bad' }, refused: 'It has no such part.' }]);
    queue.dismiss('entry-bad');
    expect(localStorage.length).toBe(0);
  });

  it('of a closed tab are sent by another, which knows of them as long as they wait', async () => {
    const gone = serverOf(...Array.from({ length: 50 }, () => new UnreachableError()));
    const back = serverOf();
    const second = queueOf(back.send);
    queueOf(gone.send).add('clip', note('entry-left'));
    second.reread();
    expect(second.all().map(({ entry }) => entry.id)).toEqual(['entry-left']);
    await jest.advanceTimersByTimeAsync(5000);
    expect(back.taken).toEqual(['entry-left']);
    expect(second.all()).toEqual([]);
  });

  it('that another tab sent are asked for, and not sent again', async () => {
    const [mine, other] = [serverOf(), serverOf(new UnreachableError())];
    const landed: string[] = [];
    const second = queueOf(other.send, { onLandedElsewhere: (ids) => landed.push(...ids) });
    const first = queueOf(mine.send);
    first.add('clip', note('entry-one'));
    second.reread();
    await jest.advanceTimersByTimeAsync(100);
    second.reread();
    expect(second.all()).toEqual([]);
    expect(landed).toEqual(['clip']);
    await jest.runAllTimersAsync();
    expect(other.taken).toEqual([]);
  });

  it('are not held up by what another tab enters', async () => {
    const [mine, other] = [serverOf(), serverOf(...Array.from({ length: 20 }, () => new UnreachableError()))];
    const first = queueOf(mine.send);
    first.add('clip', note('entry-mine'));
    queueOf(other.send).add('clip', note('entry-theirs'));
    first.reread();
    await jest.advanceTimersByTimeAsync(100);
    expect(mine.taken).toContain('entry-mine');
  });

  it('wait while another tab is at the queue', async () => {
    const { send, taken } = serverOf();
    const answers = [false, false, true];
    const queue = queueOf(send, {
      alone: async (work) => {
        const isFree = answers.shift() ?? true;
        if (isFree) await work();
        return isFree;
      },
    });
    queue.add('clip', note('entry-one'));
    await jest.advanceTimersByTimeAsync(100);
    expect(taken).toEqual([]);
    await jest.runAllTimersAsync();
    expect(taken).toEqual(['entry-one']);
  });

  it.each([
    ['denied', 'SecurityError'],
    ['full', 'QuotaExceededError'],
  ])('are not taken where the storage is %s, which is said until one is kept again', async (_, name) => {
    let isBad = true;
    const storage = storageBehind(() => {
      if (isBad) throw new DOMException('no', name);
      return localStorage;
    });
    const { send, taken } = serverOf();
    const queue = queueOf(send, { storage });
    expect(queue.add('clip', note('entry-one'))).toBe(false);
    expect(queue.all()).toEqual([]);
    expect(queue.problem()).toMatch(/no room/);
    isBad = false;
    expect(queue.add('clip', note('entry-two'))).toBe(true);
    expect(queue.problem()).toBeUndefined();
    await jest.runAllTimersAsync();
    expect(taken).toEqual(['entry-two']);
  });
});
