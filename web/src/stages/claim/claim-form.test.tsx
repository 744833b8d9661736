import { describe, expect, it } from '@jest/globals';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { renderOpen } from '../../testing/render-open.testing.tsx';
import { ClaimForm } from './claim-form.tsx';

const fill = async (words: string) => {
  await userEvent.type(screen.getByLabelText('What it says'), words);
  await userEvent.click(screen.getByRole('button', { name: 'Add claim' }));
};

describe('the form for a claim', () => {
  it('reads the kind of claim from its unit, and makes room for the next', async () => {
    const { recorded } = renderOpen(<ClaimForm />);
    await userEvent.selectOptions(screen.getByLabelText('Said by'), 'body');
    await fill('180 lm');
    expect(recorded).toMatchObject([{ kind: 'claim', field: 'lumens', value: 180, source: 'body' }]);
    expect(screen.getByLabelText<HTMLInputElement>('What it says').value).toBe('');
    expect(document.activeElement).toBe(screen.getByLabelText('What it says'));
  });

  it.each(['', '   ', 'bright', '12 parsecs', '1e999 W'])('takes no “%s”, says so, and keeps what was typed', async (words) => {
    const { recorded } = renderOpen(<ClaimForm />);
    await userEvent.type(screen.getByLabelText('What it says'), words || '{Enter}');
    await userEvent.click(screen.getByRole('button', { name: 'Add claim' }));
    expect(recorded).toEqual([]);
    expect(screen.getByRole('status').className).toContain('text-brick');
    expect(screen.getByRole('status').textContent).not.toBe('');
    expect(screen.getByLabelText<HTMLInputElement>('What it says').value).toBe(words);
  });
});
