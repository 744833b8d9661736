import { describe, expect, it } from '@jest/globals';
import { GENERIC_MARKS, markKey, type SemiconductorMark } from '@mindful-probe/core';
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { SWRConfig } from 'swr';
import { answering, Refusal } from '../testing/stand-in-server.testing.ts';
import { MarksPage } from './marks-page.tsx';

const OWN: SemiconductorMark = { mark: 'QX7', package: 'sot-23', what: 'a timer of the owl lamp', source: 'measured' };

async function show(refuse?: Refusal) {
  const asked = answering(({ method }) => (method === 'GET' || !refuse ? { marks: [OWN] } : refuse));
  render(
    <SWRConfig value={{ provider: () => new Map(), dedupingInterval: 0, shouldRetryOnError: false }}>
      <MemoryRouter>
        <MarksPage />
      </MemoryRouter>
    </SWRConfig>,
  );
  await screen.findByRole('button', { name: 'take out QX7' });
  return { sent: () => asked.filter(({ method }) => method !== 'GET') };
}

const marks = () => screen.getAllByRole('rowheader').map(({ textContent }) => textContent);

describe('the table of marks', () => {
  it('has one’s own before those that come with it, which cannot be taken out', async () => {
    await show();
    expect(marks()[0]).toBe('QX7');
    expect(marks()).toHaveLength(1 + GENERIC_MARKS.length);
    expect(screen.getAllByRole('button', { name: /^take out/ })).toHaveLength(1);
  });

  it('is found by the mark or by what it is', async () => {
    await show();
    const find = screen.getByLabelText('find, as printed');
    await userEvent.type(find, 'owl');
    expect(marks()).toEqual(['QX7']);
    await userEvent.clear(find);
    await userEvent.type(find, 'qx7');
    expect(marks()).toContain('QX7');
    await userEvent.clear(find);
    await userEvent.type(find, 'zzzzzz');
    expect(screen.getByText(/^No mark like “zzzzzz” yet/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Add a mark' }));
    expect(screen.getByLabelText<HTMLInputElement>('Mark, as printed').value).toBe('zzzzzz');
  });

  it('takes one out by its key, and says so', async () => {
    const { sent } = await show();
    await userEvent.click(screen.getByRole('button', { name: 'take out QX7' }));
    expect(await screen.findByText('QX7 is taken out.')).toBeTruthy();
    expect(sent()).toMatchObject([{ method: 'DELETE', path: `/api/marks/${encodeURIComponent(markKey(OWN))}` }]);
  });

  it('repeats the server’s words where it is not taken out', async () => {
    await show(new Refusal(503, 'The database is away.'));
    await userEvent.click(screen.getByRole('button', { name: 'take out QX7' }));
    expect(await screen.findByText('The database is away.')).toBeTruthy();
    expect(marks()[0]).toBe('QX7');
  });
});
