import { describe, expect, it } from '@jest/globals';
import { benchContext, completeDraft, type Entry, parseBenchLine, replay } from '@mindful-probe/core';
import { litBy } from './lit-sets.ts';

function specimenOf(...lines: string[]) {
  const entries: Entry[] = [];
  for (const line of lines) {
    const outcome = parseBenchLine(line, benchContext(replay(entries)));
    if (outcome.kind !== 'entry') throw new Error(`${line}: ${JSON.stringify(outcome)}`);
    entries.push(completeDraft(outcome.draft, `entry-${entries.length}-l`, '2026-03-07T10:00:00Z'));
  }
  return replay(entries);
}

const lamp = specimenOf(
  'V1 5v on 1 2',
  'R1 27r on 3 4',
  'D1 led white on 5 6',
  'hold 1: 3 | 0.1r',
  'hold 4: 5 | 0.1r',
  'hold 2: 6 | 0.1r',
  'pad 9',
);
const lists = (thing: Parameters<typeof litBy>[0]) => {
  const { refs, nets, pads } = litBy(thing, lamp);
  return [[...refs].sort(), [...nets], [...pads].sort()];
};

describe('what lights up together', () => {
  const middle = lamp.nets.find(({ pins }) => pins.includes('R1.2'))?.name ?? '';

  it('a net with its parts and pads, and a pad with its net', () => {
    expect(lists({ kind: 'net', name: middle })).toEqual([['D1', 'R1'], [middle], ['4', '5']]);
    expect(lists({ kind: 'pad', name: '5' })).toEqual([['D1', 'R1'], [middle], ['4', '5']]);
  });

  it('a part with the pads of its nets, and no other part', () => {
    expect(lists({ kind: 'part', name: 'R1' })).toEqual([['R1'], [], ['1', '3', '4', '5']]);
  });

  it('a pad that is joined to nothing, and what is not there, light nothing else', () => {
    expect(lists({ kind: 'pad', name: '9' })).toEqual([[], [], ['9']]);
    expect(lists({ kind: 'part', name: 'R7' })).toEqual([['R7'], [], []]);
  });
});
