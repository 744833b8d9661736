import { afterAll, beforeAll, beforeEach, describe, expect, it } from '@jest/globals';
import type { ShelfRow, Summary } from '@mindful-probe/core';
import { replay, summarise } from '@mindful-probe/core';
import { render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { MemoryRouter, Route, Routes, useLocation } from 'react-router';
import { type ShelfQuestion, WHOLE_SHELF } from '../shared/data/use-shelf.ts';
import { CLIP, entriesOf, type TestLine } from '../testing/render-open.testing.tsx';
import { NewSpecimenDialog } from './new-specimen-dialog.tsx';
import { ShelfQuestionBar } from './shelf-question.tsx';
import { ShelfTable } from './shelf-table.tsx';

const summaryOf = (...lines: readonly TestLine[]): Summary => summarise(replay(entriesOf(...lines)));
const row = (id: string, summary?: Summary): ShelfRow => ({
  id,
  createdAt: '2026-03-07T10:00:00Z',
  lastSeq: 5,
  ...(summary && { summary }),
});

function Bar({ onAsk }: { readonly onAsk: (changed: Partial<ShelfQuestion>) => void }) {
  const [question, setQuestion] = useState<ShelfQuestion>({ ...WHOLE_SHELF, sort: 'drive', count: 50 });
  return (
    <ShelfQuestionBar
      question={question}
      onChange={(changed) => {
        onAsk(changed);
        setQuestion((now) => ({ ...now, ...changed }));
      }}
    />
  );
}

function Place() {
  return <output>{useLocation().pathname}</output>;
}

describe('the question to a long shelf', () => {
  it('changes one thing at a time, by words', async () => {
    const asked: Partial<ShelfQuestion>[] = [];
    render(<Bar onAsk={(changed) => asked.push(changed)} />);
    await userEvent.type(screen.getByLabelText('Search'), '5 V');
    await userEvent.selectOptions(screen.getByLabelText('Stage'), 'Rework');
    await userEvent.selectOptions(screen.getByLabelText('Findings'), 'over a rating or unsafe');
    await userEvent.selectOptions(screen.getByLabelText('Drive'), 'above its rating');
    await userEvent.selectOptions(screen.getByLabelText('Order'), 'newest first');
    await userEvent.click(screen.getByRole('checkbox', { name: 'wants something' }));
    expect(Object.assign({}, ...asked)).toEqual({
      search: '5 V',
      stage: 'rework',
      findings: 'unsafe',
      drive: 'over',
      sort: 'newest',
      isDue: true,
    });
    expect(asked.every((changed) => Object.keys(changed).length === 1)).toBe(true);
  });
});

describe('the shelf as a table', () => {
  const height = Object.getOwnPropertyDescriptor(Element.prototype, 'clientHeight') as PropertyDescriptor;
  // The simulated browser lays nothing out, and of a list without height no row is in sight.
  beforeAll(() => void Object.defineProperty(Element.prototype, 'clientHeight', { configurable: true, get: () => 600 }));
  afterAll(() => void Object.defineProperty(Element.prototype, 'clientHeight', height));

  function show(rows: readonly ShelfRow[]) {
    let ends = 0;
    const scroller = document.createElement('div');
    const table = <ShelfTable rows={rows} scroller={{ current: scroller }} onEnd={() => (ends += 1)} />;
    const view = render(<MemoryRouter>{table}</MemoryRouter>);
    return { ...view, ends: () => ends };
  }

  it('has what a specimen claims, draws and how hard it drives its LED', () => {
    show([row('clip', summaryOf({ kind: 'name', name: 'Book clip' }, 'claim 3w box', ...CLIP, 'R1 1.6v', 'in 5.02v 59ma'))]);
    const line = screen.getByRole('row', { name: /Book clip/ });
    // 1.6 V over 27 Ω are 59 mA, where 20 are usual: about three times. 5.02 V × 59 mA are 0.3 W.
    const drive = Number(/(\d\.\d+)/.exec(within(line).getAllByRole('cell')[1]?.textContent ?? '')?.[1]);
    expect(drive).toBeGreaterThan(2.5);
    expect(drive).toBeLessThan(3.3);
    expect(line.textContent).toMatch(/3\.00\sW/);
    expect(line.textContent).toMatch(/29\d\smW/);
    expect(within(line).getByRole('link').getAttribute('href')).toMatch(/^\/specimens\/clip\//);
  });

  it('marks what is expected and not measured, and says what was not worked out yet', () => {
    show([row('guessed', summaryOf({ kind: 'name', name: 'Guessed' }, ...CLIP)), row('new-one')]);
    expect(screen.getByRole('row', { name: /Guessed/ }).textContent).toContain('≈');
    const coming = screen.getByRole('row', { name: /new-one/ });
    expect(coming.textContent).toContain('Working out how hard it is driven…');
    expect(within(coming).getByRole('link').getAttribute('href')).toBe('/specimens/new-one');
  });

  it('draws only what is in sight of many, and tells when the last one is', () => {
    const many = show(Array.from({ length: 3000 }, (_, index) => row(`lamp-${index}`)));
    expect(screen.getByRole('table').getAttribute('aria-rowcount')).toBe('3001');
    expect(screen.getAllByRole('rowheader').length).toBeLessThan(60);
    expect(many.ends()).toBe(0);
    many.unmount();
    expect(show([row('lamp-0')]).ends()).toBe(1);
  });
});

describe('a new specimen', () => {
  beforeEach(() => localStorage.clear());

  function show() {
    const closed: boolean[] = [];
    render(
      <MemoryRouter initialEntries={['/']}>
        <Routes>
          <Route path="*" element={<Place />} />
        </Routes>
        <NewSpecimenDialog open onOpenChange={(open) => closed.push(open)} />
      </MemoryRouter>,
    );
    return { closed, place: () => screen.getByRole('status', { hidden: true }).textContent };
  }

  it('wants a name, and blanks are none', async () => {
    const { closed, place } = show();
    await userEvent.type(screen.getByLabelText('Name'), '   {Enter}');
    expect(screen.getByRole('alert').textContent).toBe('It needs a name to be found by.');
    expect(closed).toEqual([]);
    expect(place()).toBe('/');
  });

  it('is open at its claims at once, without an answer of the server', async () => {
    const { closed, place } = show();
    await userEvent.type(screen.getByLabelText('Name'), ' Hall lamp, left one {Enter}');
    await waitFor(() => expect(place()).toMatch(/^\/specimens\/hall-lamp-left-one.*\/claim$/));
    expect(closed).toEqual([false]);
  });
});
