import { describe, expect, it } from '@jest/globals';
import { STAGES } from '@mindful-probe/core';
import { STAGE_LIST } from '../stages/registry.ts';
import { commandOf } from './keys.ts';

describe('keys', () => {
  it('give every stage a letter of its own behind g', () => {
    expect(STAGE_LIST.map(({ stage }) => stage)).toEqual(STAGES);
    expect(new Set(STAGE_LIST.map(({ key }) => key)).size).toBe(STAGES.length);
    for (const { stage, key } of STAGE_LIST) expect(commandOf(key, true)).toEqual({ kind: 'stage', stage });
  });

  it('mean other things without g, and nothing where they are not listed', () => {
    expect(commandOf('t', false)).toEqual({ kind: 'tape' });
    expect(commandOf(']', false)).toEqual({ kind: 'neighbour', step: 1 });
    expect(commandOf('q', false)).toBeUndefined();
    expect(commandOf('constructor', false)).toBeUndefined();
    expect(commandOf('z', true)).toBeUndefined();
  });
});
