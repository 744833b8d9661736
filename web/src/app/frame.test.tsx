import { describe, expect, it } from '@jest/globals';
import { render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useOpenSpecimen } from '../shared/data/open-specimen.tsx';
import { STAGE_LIST } from '../stages/registry.ts';
import { CLIP, renderOpen } from '../testing/render-open.testing.tsx';
import { BenchStateButton, BenchStrip } from './bench-state.tsx';
import { KeyHelp } from './key-help.tsx';
import { Spine } from './spine.tsx';

function OpenSpine() {
  return <Spine open={useOpenSpecimen()} />;
}

describe('the spine', () => {
  it('has every stage in the order of the work, each with a key of its own', () => {
    renderOpen(<OpenSpine />, { lines: CLIP });
    const links = within(screen.getByRole('navigation', { name: 'Stages' })).getAllByRole('link');
    expect(links.map((link) => link.getAttribute('href')?.split('/').at(-1))).toEqual(STAGE_LIST.map(({ stage }) => stage));
    expect(new Set(STAGE_LIST.map(({ key }) => key)).size).toBe(STAGE_LIST.length);
  });

  it('says a fact of what is on the tape, and that nothing is known where nothing is', () => {
    const known = renderOpen(<OpenSpine />, { lines: CLIP });
    const factOf = (title: RegExp) => screen.getByRole('link', { name: title }).textContent ?? '';
    const before = factOf(/^Trace/);
    expect(before).toMatch(/\d/);
    known.unmount();
    renderOpen(<OpenSpine />);
    expect(factOf(/^Trace/)).not.toBe(before);
    for (const link of screen.getAllByRole('link')) expect(link.textContent).toMatch(/, nothing/);
  });
});

describe('the bench state', () => {
  it.each([
    ['dead', 'no source, stores empty'],
    ['charged', 'no source, a store holds volts'],
    ['live', 'powered'],
  ] as const)('%s is said in words, and a press leads on', async (state, words) => {
    let presses = 0;
    render(<BenchStateButton state={state} onNext={() => (presses += 1)} />);
    const button = screen.getByRole('button', { name: new RegExp(`^${state}.*is the bench state; change it`) });
    expect(button.textContent).toContain(words);
    await userEvent.click(button);
    expect(presses).toBe(1);
  });

  it('is told from the others by its pattern, and not by colour alone', () => {
    const fills = (['dead', 'charged', 'live'] as const).map((state) => {
      const { container, unmount } = render(<BenchStrip state={state} />);
      const patterns = [...container.querySelectorAll('rect')].map((rect) => rect.getAttribute('fill'));
      unmount();
      return patterns.join(' ');
    });
    expect(new Set(fills).size).toBe(3);
  });
});

describe('the keys on one sheet', () => {
  it('name every stage with its letters, and close by Escape', async () => {
    let closed = 0;
    render(<KeyHelp onClose={() => closed++} />);
    for (const { key, title } of STAGE_LIST) {
      const term = screen.getByText(`g ${key}`, { selector: 'dt' });
      expect(term.nextElementSibling?.textContent).toBe(title);
    }
    await userEvent.keyboard('{Escape}');
    expect(closed).toBe(1);
  });
});
