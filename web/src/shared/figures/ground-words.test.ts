import { expect, it } from '@jest/globals';
import { analysisOf, appraise, replay } from '@mindful-probe/core';
import { entriesOf } from '../../testing/render-open.testing.tsx';
import { groundWords } from './ground-words.ts';

it('what is driven rests on readings that fit, on none, or on such as contradict the circuit', () => {
  const clip = ['V1 5v on A G', 'R1 39r on A B', 'D1 led white rated 30ma on B G'];
  const groundOf = (...lines: string[]) => {
    const appraised = appraise(analysisOf(replay(entriesOf(...clip, ...lines)), 0));
    if (!appraised.ok) throw new Error(appraised.error.message);
    return groundWords(appraised.value);
  };
  expect(groundOf()).toBe('expected');
  expect(groundOf('R1 1.6v')).toBe('measured');
  expect(groundOf('R1 1.6v', 'in 5v 90ma')).toBe('doubtful');
});
