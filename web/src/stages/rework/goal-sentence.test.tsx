import { describe, expect, it } from '@jest/globals';
import { analysisOf, appraise, replay, seenChange } from '@mindful-probe/core';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { CLIP, entriesOf, renderOpen } from '../../testing/render-open.testing.tsx';
import { GoalSentence } from './goal-sentence.tsx';

function show() {
  const appraisal = appraise(analysisOf(replay(entriesOf(...CLIP)), 0));
  if (!appraisal.ok) throw new Error(appraisal.error.message);
  return renderOpen(<GoalSentence appraisal={appraisal.value} goal={undefined} />, { lines: CLIP });
}

async function type(label: string, words: string) {
  const field = screen.getByLabelText(label);
  await userEvent.clear(field);
  if (words !== '') await userEvent.type(field, words);
}

const ask = () => userEvent.click(screen.getByRole('button', { name: 'Find ways' }));

describe('the goal of a rework', () => {
  it.each([
    ['20 mA', 'chip-amps', 0.02],
    ['20', 'chip-amps', 0.02],
    ['0.02', 'chip-amps', 0.02],
    ['0,02 A', 'chip-amps', 0.02],
    ['850uA', 'chip-amps', 0.00085],
    ['0.75×', 'rated-share', 0.75],
    ['0,8x', 'rated-share', 0.8],
    ['0.8', 'rated-share', 0.8],
  ])('“%s” is %s %d', async (words, aim, value) => {
    const { recorded } = show();
    await type('Wanted current', words);
    await ask();
    expect(recorded).toMatchObject([{ kind: 'goal', wanted: { led: 'D1', aim, value: expect.closeTo(value, 9) } }]);
  });

  it.each(['', 'less', '5 V', '-20 mA', '0'])('“%s” is no current: it says so and keeps it', async (words) => {
    const { recorded } = show();
    await type('Wanted current', words);
    await ask();
    expect(recorded).toEqual([]);
    expect(screen.getByRole('alert').textContent).toContain('is not a current');
    expect(screen.getByLabelText<HTMLInputElement>('Wanted current').value).toBe(words);
  });

  it('cooler wants a temperature that was read, and other cells the cells alone', async () => {
    const { recorded } = show();
    await userEvent.selectOptions(screen.getByLabelText('Goal'), 'cooler');
    await type('Wanted temperature', '45 °C');
    await ask();
    expect(recorded).toEqual([]);
    expect(screen.getByRole('alert').textContent).toContain('was not read yet');
    // It runs on no cells.
    expect(screen.queryByRole('option', { name: 'Other cells' })).toBeNull();
  });

  it('more limits: parts, joints, cost and what can be undone; a number that is none is said, and what was not read', async () => {
    const { recorded } = show();
    await userEvent.click(screen.getByRole('button', { name: 'more limits' }));
    await type('New parts at most', '1');
    await type('Joints at most', 'few');
    await ask();
    expect(screen.getByRole('alert').textContent).toContain('“few” is no number of joints');
    await type('Joints at most', '4');
    await type('Cost of the parts at most', '2,50');
    await userEvent.click(screen.getByLabelText('only what can be undone'));
    await ask();
    expect(recorded).toMatchObject([{ wanted: { limits: { parts: 1, joints: 4, cost: 2.5, reversible: true } } }]);
    // How warm it is was not read: there is nothing to limit.
    expect(screen.queryByLabelText('What was read warm at most, °C')).toBeNull();
  });

  it('a limit of how dim it may look becomes one of light, and one of a rating amps', async () => {
    const { recorded } = show();
    await type('Looks at most, per cent dimmer', '25');
    await type('LED at most, of its rating', '0.8');
    await type('No part above, of its rating', '0.6');
    await ask();
    const [entry] = recorded;
    const limits = entry?.kind === 'goal' ? entry.wanted?.limits : undefined;
    expect(seenChange(limits?.lightKept ?? 0)).toBeCloseTo(-0.25, 9);
    expect(limits).toMatchObject({ chipAmps: expect.closeTo(0.016, 9), partShare: 0.6 });
  });

  it.each([
    ['another supply', 'New supply', '230v 50hz', { supply: { kind: 'ac', voltsRms: 230, hertz: 50 } }],
    ['another supply', 'New supply', '12.7v', { supply: { kind: 'dc', volts: 12.7, ohms: 0 } }],
    ['another supply', 'New supply', '3 aa nimh', { supply: { kind: 'battery', chemistry: 'nimh', size: 'AA', series: 3 } }],
    ['a dead part mended', 'Dead parts', 'd1', { dead: ['D1'] }],
  ])('%s: %s “%s”', async (preset, label, words, wanted) => {
    const { recorded } = show();
    await userEvent.selectOptions(screen.getByLabelText('Goal'), preset);
    await type(label, words);
    await ask();
    expect(recorded).toMatchObject([{ kind: 'goal', wanted: { aim: 'none', ...wanted } }]);
  });

  it.each([
    ['another supply', 'New supply', 'much', 'much'],
    ['a dead part mended', 'Dead parts', 'D9', 'D9 is not on the board'],
    ['half the power', 'Wanted power', '20 mA', 'is no power'],
  ])('%s: “%s %s” says what it cannot read', async (preset, label, words, message) => {
    const { recorded } = show();
    await userEvent.selectOptions(screen.getByLabelText('Goal'), preset);
    await type(label, words);
    await ask();
    expect(recorded).toEqual([]);
    expect(screen.getByRole('alert').textContent).toContain(message);
  });
});
