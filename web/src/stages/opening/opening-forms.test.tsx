import { describe, expect, it } from '@jest/globals';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { renderOpen } from '../../testing/render-open.testing.tsx';
import { Construction } from './construction.tsx';
import { StepForm } from './step-form.tsx';

describe('the form for a step of the way in', () => {
  it('needs only its words, and leaves out what was not said', async () => {
    const { recorded } = renderOpen(<StepForm />);
    await userEvent.click(screen.getByRole('button', { name: 'Add step' }));
    expect(recorded).toEqual([]);
    await userEvent.type(screen.getByLabelText('Next step'), '  lens ring off {Enter}');
    expect(recorded).toEqual([{ kind: 'step', text: 'lens ring off', reversible: true }]);
    expect(screen.getByLabelText<HTMLInputElement>('Next step').value).toBe('');
  });

  it('keeps how it is held, the tool, what comes loose and the risk', async () => {
    const { recorded } = renderOpen(<StepForm />);
    await userEvent.type(screen.getByLabelText('Next step'), 'pry the lid');
    await userEvent.selectOptions(screen.getByLabelText('Held by'), 'clip');
    await userEvent.type(screen.getByLabelText('Tool, size, heat, force'), 'spudger');
    await userEvent.type(screen.getByLabelText('Comes loose, kept where'), '2 springs');
    await userEvent.type(screen.getByLabelText('Risk'), 'ribbon tears');
    await userEvent.click(screen.getByLabelText('reversible'));
    await userEvent.click(screen.getByRole('button', { name: 'Add step' }));
    expect(recorded).toEqual([
      { kind: 'step', text: 'pry the lid', heldBy: 'clip', tool: 'spudger', keeps: '2 springs', risk: 'ribbon tears', reversible: false },
    ]);
  });
});

describe('how it is built', () => {
  it('asks what the safety rules go by, shows what was answered, and an answer can be changed', async () => {
    const { recorded } = renderOpen(<Construction />, { lines: [{ kind: 'fact', name: 'case', value: 'plastic' }] });
    const caseOf = screen.getByRole('group', { name: 'The case is of' });
    expect(within(caseOf).getByRole<HTMLInputElement>('radio', { name: 'plastic' }).checked).toBe(true);
    await userEvent.click(within(caseOf).getByRole('radio', { name: 'metal' }));
    expect(recorded).toEqual([{ kind: 'fact', name: 'case', value: 'metal' }]);
    expect(within(caseOf).getByRole<HTMLInputElement>('radio', { name: 'metal' }).checked).toBe(true);
    expect(screen.getByRole('group', { name: 'The fuse is in' })).toBeTruthy();
  });
});
