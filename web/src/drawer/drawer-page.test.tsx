import { describe, expect, it } from '@jest/globals';
import { type Stock, stockFromLine, stockKey, stockToCsv } from '@mindful-probe/core';
import { render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { SWRConfig } from 'swr';
import { answering, Refusal } from '../testing/stand-in-server.testing.ts';
import { DrawerPage } from './drawer-page.tsx';

const stock = (line: string, more: Partial<Stock> = {}): Stock => {
  const read = stockFromLine(line);
  if (typeof read === 'string') throw new Error(read);
  return { ...read, ...more };
};

const RESISTORS = stock('12 x 33r 0.25w in strip 2B');
const PROMISED = stock('2 x 100uF 25V', { reserved: [{ by: 'clip 1', count: 2 }] });

/** The page on a server with such a drawer, which answers each call with the drawer as it was. */
async function show(drawer: readonly Stock[], refuse?: Refusal) {
  const asked = answering(({ method }) => (method === 'GET' || !refuse ? { drawer } : refuse));
  render(
    <SWRConfig value={{ provider: () => new Map(), dedupingInterval: 0, shouldRetryOnError: false }}>
      <MemoryRouter>
        <DrawerPage />
      </MemoryRouter>
    </SWRConfig>,
  );
  if (drawer.length > 0) await screen.findByRole('table');
  return { sent: () => asked.filter(({ method }) => method !== 'GET') };
}

const line = () => screen.getByRole<HTMLInputElement>('textbox', { name: /Into the drawer/ });

describe('the drawer', () => {
  it('says what a line means while it is typed, and takes it with Enter', async () => {
    const { sent } = await show([]);
    await userEvent.type(line(), '12 x 33r 0.25w in strip 2B');
    expect(screen.getByText(/^12 × .*33.*, in strip 2B$/)).toBeTruthy();
    await userEvent.keyboard('{Enter}');
    expect(await screen.findByText(/^12 × .*33.* added\.$/)).toBeTruthy();
    expect(sent()).toMatchObject([{ method: 'POST', path: '/api/drawer', body: { drawer: [RESISTORS] } }]);
    expect(line().value).toBe('');
  });

  it('sends nothing that it does not understand, and the line stays', async () => {
    const { sent } = await show([]);
    await userEvent.type(line(), '12 x bananas{Enter}');
    expect(screen.getByRole('status').textContent).toBeTruthy();
    expect(line().value).toBe('12 x bananas');
    expect(sent()).toEqual([]);
  });

  it('counts one up and one down by its key', async () => {
    const { sent } = await show([RESISTORS]);
    await userEvent.click(screen.getByRole('button', { name: /^one more of/ }));
    await userEvent.click(screen.getByRole('button', { name: /^one less of/ }));
    expect(sent().map(({ path, body }) => [path, body])).toEqual([
      ['/api/drawer/count', { key: stockKey(RESISTORS), by: 1 }],
      ['/api/drawer/count', { key: stockKey(RESISTORS), by: -1 }],
    ]);
  });

  it('does not take out or give away what is promised, until it is free again', async () => {
    const { sent } = await show([PROMISED]);
    const promised = screen.getAllByRole('row')[1] as HTMLElement;
    expect(within(promised).getByRole<HTMLButtonElement>('button', { name: /^one less/ }).disabled).toBe(true);
    expect(within(promised).getByRole<HTMLButtonElement>('button', { name: /^take out/ }).disabled).toBe(true);
    await userEvent.click(within(promised).getByRole('button', { name: /^free what is promised/ }));
    expect(sent()).toMatchObject([{ path: '/api/drawer/settle', body: { by: 'clip 1', used: false } }]);
  });

  it('takes a table that is pasted, and says which of its lines it did not', async () => {
    const { sent } = await show([RESISTORS]);
    line().focus();
    await userEvent.paste(`${stockToCsv([RESISTORS])}\nbanana,what,,,,,,many,,,`);
    expect(await screen.findByText('1 row taken from what was pasted.')).toBeTruthy();
    expect(screen.getByText(/^Line 3: /)).toBeTruthy();
    expect(sent()).toMatchObject([{ body: { drawer: [RESISTORS] } }]);
    expect(line().value).toBe('');
  });

  it('finds by any word, says where nothing is like that, and repeats the server’s refusal', async () => {
    await show([RESISTORS, PROMISED], new Refusal(409, 'Two tabs count it at once.'));
    await userEvent.type(screen.getByLabelText('find'), 'strip');
    expect(screen.getAllByRole('rowheader')).toHaveLength(1);
    await userEvent.click(screen.getByRole('button', { name: /^one more of/ }));
    expect(await screen.findByText('Two tabs count it at once.')).toBeTruthy();
    await userEvent.type(screen.getByLabelText('find'), ' zebra');
    expect(screen.getByText('Nothing like “strip zebra” is here.')).toBeTruthy();
  });
});
