import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter, Route, Routes } from 'react-router';
import { request } from '../../shared/data/api.ts';
import { EnterPage } from './enter-page.tsx';

/** What a page reads of an answer; without a body, reading it fails. */
const answerOf = (status: number, body?: unknown) => ({
  ok: status < 300,
  status,
  json: async () => (body === undefined ? Promise.reject(new SyntaxError('no JSON')) : body),
});

describe('the page of the access code', () => {
  const own = globalThis.fetch;
  let isIn = false;
  /** Requests without a session, whose answers wait. */
  let held: (() => void)[] = [];

  beforeEach(() => {
    [isIn, held] = [false, []];
    globalThis.fetch = (async (path: string, init: RequestInit = {}) => {
      if (path === '/api/access') {
        const { code } = JSON.parse(String(init.body));
        if (code !== 'lamp') return answerOf(403, { code: 'wrong-code', detail: 'That is not the code.' });
        isIn = true;
        return answerOf(204);
      }
      if (isIn) return answerOf(200, 'the shelf');
      await new Promise<void>((resolve) => held.push(resolve));
      return answerOf(401, { code: 'no-session', detail: 'There is no session.' });
    }) as unknown as typeof fetch;
  });
  afterEach(() => void Object.assign(globalThis, { fetch: own }));

  function open() {
    render(
      <MemoryRouter initialEntries={['/enter?back=%2Fspecimens%2Flamp']}>
        <Routes>
          <Route path="/enter" element={<EnterPage />} />
          <Route path="/specimens/:id" element={<p>the lamp</p>} />
        </Routes>
      </MemoryRouter>,
    );
    return (code: string) => userEvent.type(screen.getByRole('textbox', { name: 'Code' }), `${code}{Enter}`);
  }

  it('says of a wrong code that it is none, and leads back to where the right one was asked', async () => {
    const type = open();
    await type('torch');
    expect((await screen.findByRole('alert')).textContent).toBe('That is not the code.');
    await userEvent.clear(screen.getByRole('textbox', { name: 'Code' }));
    await type('lamp');
    expect(await screen.findByText('the lamp')).toBeTruthy();
  });

  it('what was asked before the code was taken, and is refused after it, is asked again', async () => {
    const type = open();
    const early = request<string>('/api/shelf');
    await type('lamp');
    await screen.findByText('the lamp');
    for (const answer of held) answer();
    expect(await early).toBe('the shelf');
  });
});
