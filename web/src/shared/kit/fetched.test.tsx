import { afterEach, beforeEach, describe, expect, it, jest } from '@jest/globals';
import { act, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { Dialog } from './dialog.tsx';
import { fetchedDialog, fetchedPart } from './fetched.tsx';
import { Popover } from './popover.tsx';

const unreachable = () => Promise.reject(new TypeError('Failed to fetch dynamically imported module'));

const Names = fetchedPart(async () => ({ names }: { readonly names: readonly string[] }) => <p>{names.join(', ')}</p>);
const Gone = fetchedPart(unreachable);
const GoneDialog = fetchedDialog<{ readonly onClose: () => void }>(unreachable);
const NoteDialog = fetchedDialog(async () => ({ onClose }: { readonly onClose: () => void }) => (
  <Dialog open onOpenChange={onClose} title="A note">
    <input aria-label="Note" />
  </Dialog>
));

/** React tells the console of every error that a boundary takes. */
function withoutComplaints() {
  beforeEach(() => void jest.spyOn(console, 'error').mockImplementation(() => undefined));
  afterEach(() => void jest.restoreAllMocks());
}

function Opener({ of: Content }: { readonly of: typeof NoteDialog }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <button type="button" onClick={() => setOpen(true)}>
        open
      </button>
      {isOpen && <Content onClose={() => setOpen(false)} />}
    </>
  );
}

describe('a part that is fetched', () => {
  withoutComplaints();

  it('comes with what it is to show', async () => {
    await act(async () => void render(<Names names={['owl', 'clip']} />));
    expect(await screen.findByText('owl, clip')).toBeTruthy();
  });

  it('that cannot be fetched says so in its place, and the rest stays', async () => {
    await act(async () => {
      render(
        <>
          <h1>Drive</h1>
          <Gone />
        </>,
      );
    });
    expect((await screen.findByRole('alert')).textContent).toMatch(/the server does not answer.*What you entered is kept/);
    expect(screen.getByRole('heading').textContent).toBe('Drive');
  });
});

describe('a dialog that is fetched', () => {
  withoutComplaints();

  it('opens with the focus in it, and gives it back when it is closed', async () => {
    render(<Opener of={NoteDialog} />);
    await userEvent.click(screen.getByRole('button', { name: 'open' }));
    expect(await screen.findByLabelText('Note')).toBe(document.activeElement);
    await userEvent.keyboard('{Escape}');
    expect(screen.queryByRole('dialog')).toBeNull();
    expect(document.activeElement?.textContent).toBe('open');
  });

  it('that cannot be fetched says so in a dialog, which can be closed', async () => {
    render(<Opener of={GoneDialog} />);
    await userEvent.click(screen.getByRole('button', { name: 'open' }));
    expect((await screen.findByRole('dialog', { name: 'This cannot be shown' })).textContent).toContain('the server does not answer');
    await userEvent.keyboard('{Escape}');
    expect(screen.queryByRole('dialog')).toBeNull();
  });
});

describe('a popover', () => {
  it('opens at the first press, closes by Escape with the focus on what opened it, and opens again', async () => {
    render(
      <Popover trigger="sum" label="Sum of D1">
        <p>60 mA</p>
      </Popover>,
    );
    for (const _ of [1, 2]) {
      await userEvent.click(screen.getByRole('button', { name: 'sum' }));
      expect((await screen.findByRole('dialog', { name: 'Sum of D1' })).textContent).toContain('60 mA');
      await userEvent.keyboard('{Escape}');
      expect(screen.queryByRole('dialog')).toBeNull();
      expect(document.activeElement?.textContent).toBe('sum');
    }
  });
});
