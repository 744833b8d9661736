import { beforeEach, describe, expect, it } from '@jest/globals';
import { SLIDE_RULES } from '@mindful-probe/core';
import { render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter, Route, Routes, useLocation } from 'react-router';
import { SWRConfig } from 'swr';
import { draftOf, putDraft } from '../shared/bench-line/bench-draft.ts';
import { streamByHand } from '../testing/stand-in-events.testing.ts';
import { answering } from '../testing/stand-in-server.testing.ts';
import { SlideRulesPage } from './slide-rules-page.tsx';

function Elsewhere() {
  return <output>{useLocation().pathname}</output>;
}

function show(): void {
  streamByHand();
  answering(() => ({ specimens: [{ id: 'clip', createdAt: '', lastSeq: 1 }], found: 1, total: 1 }));
  render(
    <SWRConfig value={{ provider: () => new Map() }}>
      <MemoryRouter initialEntries={['/slide-rules']}>
        <Routes>
          <Route path="/slide-rules" element={<SlideRulesPage />} />
          <Route path="*" element={<Elsewhere />} />
        </Routes>
      </MemoryRouter>
    </SWRConfig>,
  );
}

const answers = () => screen.getAllByText((_, element) => element?.getAttribute('aria-live') === 'polite');

describe('slide rules', () => {
  beforeEach(() => localStorage.clear());

  it('each begins with an example that has an answer', () => {
    show();
    expect(answers()).toHaveLength(SLIDE_RULES.length);
    for (const answer of answers()) expect(answer.textContent).toMatch(/\d.*take to a specimen/);
  });

  it('answers what is typed, and says what it wants where it cannot', async () => {
    show();
    const first = SLIDE_RULES[0] as (typeof SLIDE_RULES)[number];
    const field = screen.getByLabelText(first.title);
    await userEvent.clear(field);
    expect(answers()[0]?.textContent).toContain(first.example);
    await userEvent.type(field, 'rubbish 7');
    expect(answers()[0]?.textContent).not.toContain('take to a specimen');
    await userEvent.clear(field);
    await userEvent.type(field, first.example);
    expect(answers()[0]?.textContent).toContain('take to a specimen');
  });

  it('puts a question on the bench line of the specimen that is chosen, and goes there', async () => {
    show();
    const first = SLIDE_RULES[0] as (typeof SLIDE_RULES)[number];
    await userEvent.click(screen.getByRole('button', { name: `Take to a specimen: ${first.title}` }));
    await userEvent.click(await screen.findByRole('button', { name: /clip/ }));
    expect(screen.getByRole('status').textContent).toBe('/specimens/clip');
    expect(draftOf('clip')).toBe(`? ${first.example}`);
  });

  it('does not overwrite what is half-typed there unasked', async () => {
    putDraft('clip', 'R1 27');
    show();
    await userEvent.click(screen.getAllByRole('button', { name: /^Take to a specimen/ })[0] as HTMLElement);
    await userEvent.click(await screen.findByRole('button', { name: /clip/ }));
    expect(within(screen.getByRole('dialog')).getByRole('alert').textContent).toContain('R1 27');
    expect(draftOf('clip')).toBe('R1 27');
    await userEvent.click(screen.getByRole('button', { name: 'Go there as it is' }));
    expect(draftOf('clip')).toBe('R1 27');
    expect(screen.getByRole('status').textContent).toBe('/specimens/clip');
  });
});
