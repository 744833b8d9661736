import { describe, expect, it } from '@jest/globals';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { renderOpen } from '../../testing/render-open.testing.tsx';
import { CloseAgain } from './close-again.tsx';
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

describe('the way back', () => {
  const step = (text: string) => ({ kind: 'step', text, reversible: true }) as const;

  it('is the way in backwards, ticked off, with what was changed meanwhile', async () => {
    const { recorded } = renderOpen(<CloseAgain />, {
      lines: [
        'V1 5v usb',
        'R1 27r on V1.+ B',
        'D1 led white on B V1.-',
        step('lens ring off'),
        step('four screws out'),
        { kind: 'rework', title: '47 Ω for R1', changes: [{ move: 'replace-resistor', ref: 'R1', ohms: 47, rated: { watts: 0.25 } }] },
      ],
    });
    const boxes = screen.getAllByRole('checkbox');
    expect(boxes.map((box) => box.closest('li')?.textContent)).toEqual([
      expect.stringContaining('four screws out'),
      expect.stringContaining('lens ring off'),
    ]);
    expect(screen.getByRole('region', { name: 'Changed meanwhile' }).textContent).toContain('47 Ω for R1: insulated, clear of the case');
    await userEvent.click(boxes[0] as HTMLElement);
    expect(screen.getByRole('status').textContent).toMatch(/^1 of 2 gone back/);
    await userEvent.click(boxes[0] as HTMLElement);
    expect(screen.getByRole('status').textContent).toMatch(/^0 of 2 gone back/);
    // A list to go by, and no statement: nothing of it goes on the tape.
    expect(recorded).toEqual([]);
  });

  it('asks for nothing changed where nothing was', () => {
    renderOpen(<CloseAgain />, { lines: [step('lid off')] });
    expect(screen.queryByRole('region', { name: 'Changed meanwhile' })).toBeNull();
  });
});
