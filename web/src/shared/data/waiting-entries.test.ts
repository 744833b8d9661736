import { beforeEach, describe, expect, it, jest } from '@jest/globals';
import type { Entry } from '@mindful-probe/core';
import { ProblemError, UnreachableError } from './api.ts';
import { WaitingEntries } from './waiting-entries.ts';

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

beforeEach(() => {
  localStorage.clear();
  jest.useFakeTimers();
});

describe('entries on their way', () => {
  it('are kept until the server has them, and then forgotten', async () => {
    const { send, taken } = serverOf();
    const queue = new WaitingEntries(localStorage, send);
    queue.add('clip', note('entry-one'));
    expect(localStorage.length).toBe(1);
    await jest.runAllTimersAsync();
    expect(taken).toEqual(['entry-one']);
    expect(queue.all()).toEqual([]);
    expect(localStorage.length).toBe(0);
  });

  it('wait through silence and land in order when it ends', async () => {
    const { send, taken } = serverOf(new UnreachableError(), new UnreachableError());
    const queue = new WaitingEntries(localStorage, send);
    queue.add('clip', note('entry-one'));
    queue.add('clip', note('entry-two'));
    await jest.advanceTimersByTimeAsync(100);
    expect(queue.all()).toHaveLength(2);
    await jest.runAllTimersAsync();
    expect(taken).toEqual(['entry-one', 'entry-two']);
  });

  it('survive a reload', async () => {
    const gone = serverOf(...Array.from({ length: 50 }, () => new UnreachableError()));
    new WaitingEntries(localStorage, gone.send).add('clip', note('entry-one'));
    const back = serverOf();
    const queue = new WaitingEntries(localStorage, back.send);
    expect(queue.all().map(({ entry }) => entry.id)).toEqual(['entry-one']);
    await jest.advanceTimersByTimeAsync(10);
    expect(back.taken).toEqual(['entry-one']);
  });

  it('that the server refuses are set apart with its words, and do not hold up the others', async () => {
    const refusal = new ProblemError('bad-request', 400, 'It has no such part.');
    // The batch is refused, then the first one alone; the second is taken.
    const { send, taken } = serverOf(refusal, refusal, 'take');
    const queue = new WaitingEntries(localStorage, send);
    queue.add('clip', note('entry-bad'));
    queue.add('clip', note('entry-good'));
    await jest.runAllTimersAsync();
    expect(taken).toEqual(['entry-good']);
    expect(queue.all()).toMatchObject([{ entry: { id: 'entry-bad' }, refused: 'It has no such part.' }]);
    queue.dismiss('entry-bad');
    expect(localStorage.length).toBe(0);
  });
});
