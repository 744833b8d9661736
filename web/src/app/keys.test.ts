import { describe, expect, it } from '@jest/globals';
import { STAGES } from '@mindful-probe/core';
import { commandOf, STAGE_KEYS } from './keys.ts';

describe('keys', () => {
  it('give every stage a letter of its own behind g', () => {
    expect(new Set(Object.values(STAGE_KEYS)).size).toBe(STAGES.length);
    for (const stage of STAGES) expect(commandOf(STAGE_KEYS[stage], true)).toEqual({ kind: 'stage', stage });
  });

  it('mean other things without g, and nothing where they are not listed', () => {
    expect(commandOf('t', false)).toEqual({ kind: 'tape' });
    expect(commandOf(']', false)).toEqual({ kind: 'neighbour', step: 1 });
    expect(commandOf('q', false)).toBeUndefined();
    expect(commandOf('constructor', false)).toBeUndefined();
    expect(commandOf('z', true)).toBeUndefined();
  });
});
