import { describe, expect, it } from '@jest/globals';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { CLIP, entriesOf, renderOpen } from '../../testing/render-open.testing.tsx';
import { TapePanel } from './tape-panel.tsx';

const panel = (shown = true) => <TapePanel shown={shown} onToggle={() => undefined} />;
const entries = entriesOf(...CLIP);

describe('the tape', () => {
  it('has every entry in order, and says that all is saved', () => {
    renderOpen(panel(), { lines: CLIP });
    const rows = screen.getAllByRole('listitem').map((row) => row.textContent ?? '');
    expect(rows).toHaveLength(CLIP.length);
    expect(rows[1]).toContain('V1 5v usb');
    expect(screen.getByRole('status').textContent).toBe('all saved');
  });

  it('strikes an entry by its button: it stays, struck through', async () => {
    const { recorded } = renderOpen(panel(), { lines: CLIP });
    await userEvent.click(screen.getByRole('button', { name: /Strike R1/ }));
    expect(recorded).toEqual([{ kind: 'strike', entry: entries[2]?.id, reason: 'struck by hand' }]);
    const row = screen.getAllByRole('listitem')[2];
    expect(row?.textContent).toContain('struck, struck by hand');
    expect(screen.queryByRole('button', { name: /Strike R1/ })).toBeNull();
  });

  it('tells what waits for the server, and what it did not take with its reason', () => {
    const [first, second] = entries;
    if (!first || !second) throw new Error('two entries are wanted');
    renderOpen(panel(), {
      lines: CLIP,
      waiting: [
        { specimenId: 'clip', entry: first, order: 1 },
        { specimenId: 'clip', entry: { ...second, id: 'entry-9-x' }, order: 2, refused: 'There is a V1 already.' },
      ],
    });
    expect(screen.getByRole('status').textContent).toBe('1 entry waiting');
    expect(screen.getByRole('alert').textContent).toContain('There is a V1 already.');
    expect(screen.getByRole('button', { name: 'put away' })).toBeTruthy();
  });

  it('of a long tape draws the newest, and the earlier ones when they are asked for', async () => {
    const notes = Array.from({ length: 450 }, (_, index) => `note number ${index} of a long day`);
    renderOpen(panel(), { lines: notes });
    const first = () => screen.getAllByRole('listitem')[0]?.textContent;
    expect(first()).toContain('number 250');
    await userEvent.click(screen.getByRole('button', { name: '250 earlier: show 200 of them' }));
    expect(first()).toContain('number 50');
    await userEvent.click(screen.getByRole('button', { name: '50 earlier: show 50 of them' }));
    expect(screen.getAllByRole('listitem')).toHaveLength(450);
    expect(screen.queryByRole('button', { name: /earlier/ })).toBeNull();
  });

  it('folded it still says how much there is and that it is saved', () => {
    renderOpen(panel(false), { lines: CLIP });
    expect(screen.getByRole('button', { name: 'Unfold the tape; all saved' })).toBeTruthy();
    expect(screen.getByLabelText('Tape, folded').textContent).toContain(`${CLIP.length} entries`);
  });
});
