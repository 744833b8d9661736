import { describe, expect, it } from '@jest/globals';
import { analysisOf, appraise, replay } from '@mindful-probe/core';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { CLIP, entriesOf, renderOpen } from '../../testing/render-open.testing.tsx';
import { SlotTable } from './slot-table.tsx';

const LINES = [...CLIP, 'R1 1.6v'];

function show() {
  const analysis = analysisOf(replay(entriesOf(...LINES)), 0);
  const appraisal = appraise(analysis);
  if (!appraisal.ok) throw new Error(appraisal.error.message);
  return renderOpen(<SlotTable slots={appraisal.value.slots} next={appraisal.value.next} />, { lines: LINES });
}

const places = () => screen.getAllByRole('rowheader').map((cell) => cell.textContent ?? '');

describe('the table of readings', () => {
  it('begins with what would teach most, and has what was read last', () => {
    show();
    expect(places().length).toBeGreaterThan(2);
    expect(places().at(-1)).toContain('R1');
    expect(screen.getAllByText('not read').length).toBeGreaterThan(0);
  });

  it('is sorted by a heading, says so, and goes back', async () => {
    show();
    const before = places();
    await userEvent.click(screen.getByRole('button', { name: 'Where' }));
    expect(screen.getByRole('columnheader', { name: 'Where' }).getAttribute('aria-sort')).toBe('ascending');
    expect(places()).toEqual([...before].sort((a, b) => a.localeCompare(b, 'en', { numeric: true })));
    await userEvent.click(screen.getByRole('button', { name: 'back to the proposed order' }));
    expect(places()).toEqual(before);
  });

  it('keeps what holds some words, or was not read, and says where nothing does', async () => {
    show();
    await userEvent.selectOptions(screen.getByLabelText('Which'), 'read');
    expect(places()).toHaveLength(1);
    await userEvent.type(screen.getByLabelText('Holding'), 'zebra');
    expect(screen.getByText('No slot is like that.')).toBeTruthy();
  });

  it('is walked by the arrow keys, and Enter begins the reading', async () => {
    const { suggested } = show();
    const buttons = screen.getAllByRole('rowheader').map((cell) => cell.querySelector('button') as HTMLButtonElement);
    buttons[0]?.focus();
    await userEvent.keyboard('{ArrowDown}');
    expect(document.activeElement).toBe(buttons[1]);
    await userEvent.keyboard('{ArrowUp}{ArrowUp}');
    expect(document.activeElement).toBe(buttons[0]);
    await userEvent.keyboard('{Enter}');
    expect(suggested).toHaveLength(1);
    expect(suggested[0]).toMatch(/ $/);
  });
});
