import { afterEach, beforeEach, describe, expect, it, jest } from '@jest/globals';
import { act, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Link, MemoryRouter, Route, Routes } from 'react-router';
import { fetched } from '../shared/kit/fetched.tsx';
import { FetchedView } from './fetched-view.tsx';

const Good = fetched(async () => () => <h1>Drawer</h1>);
const Gone = fetched(() => Promise.reject(new TypeError('Failed to fetch dynamically imported module')));
const Faulty = fetched(async () => () => {
  throw new Error('a figure is missing');
});

async function show(address: string) {
  await act(async () => {
    render(
      <MemoryRouter initialEntries={[address]}>
        <Link to="/good">good</Link>
        <Routes>
          {Object.entries({ '/good': Good, '/gone': Gone, '/faulty': Faulty }).map(([path, View]) => (
            <Route
              key={path}
              path={path}
              element={
                <FetchedView meanwhile={<p>Opening…</p>}>
                  <View />
                </FetchedView>
              }
            />
          ))}
        </Routes>
      </MemoryRouter>,
    );
  });
}

describe('the place of a fetched view', () => {
  // React tells the console of every error that a boundary takes.
  beforeEach(() => void jest.spyOn(console, 'error').mockImplementation(() => undefined));
  afterEach(() => void jest.restoreAllMocks());

  it('shows the view', async () => {
    await show('/good');
    expect(await screen.findByRole('heading')).toHaveProperty('textContent', 'Drawer');
  });

  it('says that a view could not be fetched and that nothing is lost, and leaves the others', async () => {
    await show('/gone');
    expect((await screen.findByRole('alert')).textContent).toMatch(/the server does not answer.*What you entered is kept/);
    expect(screen.getByRole('button', { name: 'Load the page again' })).toBeTruthy();
    await userEvent.click(screen.getByRole('link', { name: 'good' }));
    expect(await screen.findByRole('heading')).toHaveProperty('textContent', 'Drawer');
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it('says what went wrong in a view that is there', async () => {
    await show('/faulty');
    expect((await screen.findByRole('alert')).textContent).toMatch(/a figure is missing/);
  });
});
