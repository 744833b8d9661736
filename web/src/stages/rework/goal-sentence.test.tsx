import { describe, expect, it } from '@jest/globals';
import { analysisOf, appraise, replay } from '@mindful-probe/core';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { CLIP, entriesOf, renderOpen } from '../../testing/render-open.testing.tsx';
import { GoalSentence } from './goal-sentence.tsx';

function show() {
  const appraisal = appraise(analysisOf(replay(entriesOf(...CLIP)), 0));
  if (!appraisal.ok) throw new Error(appraisal.error.message);
  return renderOpen(<GoalSentence appraisal={appraisal.value} goal={undefined} fallbackRef="D1" />, { lines: CLIP });
}

const want = async (words: string) => {
  await userEvent.type(screen.getByLabelText('Wanted current'), words);
  await userEvent.click(screen.getByRole('button', { name: 'Find ways' }));
};

describe('the goal of a rework', () => {
  it.each([
    ['20 mA', 0.02],
    ['20', 0.02],
    ['0.02', 0.02],
    ['0,02 A', 0.02],
    ['850uA', 0.00085],
  ])('“%s” is %d A a chip', async (words, amps) => {
    const { recorded } = show();
    await want(words);
    expect(recorded).toEqual([{ kind: 'goal', ref: 'D1', chipAmps: expect.closeTo(amps, 9) }]);
  });

  it.each(['', 'less', '5 V', '-20 mA', '0'])('“%s” is no current: it says so and keeps it', async (words) => {
    const { recorded } = show();
    await userEvent.type(screen.getByLabelText('Wanted current'), words || '{Tab}');
    await userEvent.click(screen.getByRole('button', { name: 'Find ways' }));
    expect(recorded).toEqual([]);
    expect(screen.getByRole('alert').textContent).toContain('is not a current');
    expect(screen.getByLabelText<HTMLInputElement>('Wanted current').value).toBe(words);
  });
});
