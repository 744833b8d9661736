import { describe, expect, it } from '@jest/globals';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { renderOpen } from '../../testing/render-open.testing.tsx';
import { ListingDialog } from './listing-dialog.tsx';

const LISTING = 'Owl lamp, super bright 800 lm, only 7 W, 220-240V, 4000K. Lasts 25000 hours!';

async function paste(text: string) {
  const shown = renderOpen(<ListingDialog />);
  await userEvent.click(screen.getByRole('button', { name: 'Paste a listing' }));
  screen.getByLabelText('The listing, whole').focus();
  if (text !== '') await userEvent.paste(text);
  return shown;
}

describe('a listing pasted whole', () => {
  it('its claims are taken or left one by one', async () => {
    const { recorded } = await paste(LISTING);
    expect(screen.getByRole('status').textContent).toMatch(/^(\d+) claims found, \1 to decide\.$/);
    await userEvent.click(screen.getByRole('button', { name: /^Take .*800/ }));
    expect(recorded).toEqual([{ kind: 'claim', field: 'lumens', value: 800, source: 'listing' }]);
    await userEvent.click(screen.getByRole('button', { name: /^Leave .*7/ }));
    expect(recorded).toHaveLength(1);
    expect(screen.getByText('taken')).toBeTruthy();
    expect(screen.getByText('left')).toBeTruthy();
    // What is decided cannot be taken twice.
    expect(screen.queryByRole('button', { name: /^Take .*800/ })).toBeNull();
  });

  it('its words can be kept whole, as they were pasted', async () => {
    const { recorded } = await paste(`  ${LISTING}\n`);
    await userEvent.click(screen.getByRole('button', { name: 'Keep the listing’s words too' }));
    expect(recorded).toEqual([{ kind: 'claim-text', field: 'listing', text: LISTING, source: 'listing' }]);
    expect(screen.queryByRole('dialog')).toBeNull();
  });

  it('finds nothing in nothing, and in words without a figure', async () => {
    const { recorded } = await paste('');
    expect(screen.queryByRole('status')).toBeNull();
    await userEvent.paste('a very nice lamp for your hall');
    expect(screen.getByRole('status').textContent).toBe('No claim was found in it.');
    expect(recorded).toEqual([]);
  });
});
