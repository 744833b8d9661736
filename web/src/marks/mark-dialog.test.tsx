import { describe, expect, it } from '@jest/globals';
import type { SemiconductorMark } from '@mindful-probe/core';
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MarkDialog } from './mark-dialog.tsx';

function show(mark: Partial<SemiconductorMark>, refuse?: string) {
  const saved: SemiconductorMark[] = [];
  let closed = 0;
  render(
    <MarkDialog
      mark={mark}
      onClose={() => {
        closed += 1;
      }}
      onSave={async (one) => {
        if (refuse !== undefined) throw new Error(refuse);
        saved.push(one);
      }}
    />,
  );
  return { saved, closed: () => closed };
}

const keep = () => userEvent.click(screen.getByRole('button', { name: 'Keep it' }));

describe('the sheet for a mark', () => {
  it('keeps what was filled in, volts with a comma and a unit, and closes', async () => {
    const { saved, closed } = show({ mark: '4A9', package: 'sot-23' });
    await userEvent.type(screen.getByLabelText('What it is'), 'a regulator');
    await userEvent.type(screen.getByLabelText('Reference, volts'), '0,6 V');
    await keep();
    expect(saved).toEqual([{ mark: '4A9', package: 'sot-23', what: 'a regulator', referenceVolts: 0.6 }]);
    expect(closed()).toBe(1);
  });

  it('says which field is wanted or wrong, and stays open', async () => {
    const { saved, closed } = show({ mark: '4A9' });
    await keep();
    expect(screen.getByRole('alert').textContent).toMatch(/: is wanted\.$/);
    await userEvent.type(screen.getByLabelText('Body'), 'sot-23');
    await userEvent.type(screen.getByLabelText('What it is'), 'a regulator');
    await userEvent.type(screen.getByLabelText('Reference, volts'), 'some');
    await keep();
    expect(screen.getByRole('alert').textContent).toMatch(/^Reference, volts/);
    expect(saved).toEqual([]);
    expect(closed()).toBe(0);
  });

  it('stays open with the server’s words where it is not taken; Escape closes it', async () => {
    const { closed } = show({ mark: '4A9', package: 'sot-23', what: 'a regulator' }, 'The bench is read by another window.');
    await keep();
    expect(screen.getByRole('alert').textContent).toBe('The bench is read by another window.');
    expect(closed()).toBe(0);
    await userEvent.keyboard('{Escape}');
    expect(closed()).toBe(1);
  });
});
