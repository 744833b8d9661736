import { describe, expect, it } from '@jest/globals';
import type { Sentence } from '@mindful-probe/core';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { renderOpen } from '../../testing/render-open.testing.tsx';
import { LayoutPanel } from './layout-panel.tsx';
import { SentenceView } from './sentence-view.tsx';

const SENTENCE: Sentence = { key: 'drive.supply', text: 'From its supply it takes 40 mA.', from: [] };

function show(sentence: Sentence) {
  return renderOpen(<SentenceView sentence={sentence} />);
}

const editor = () => screen.getByLabelText<HTMLTextAreaElement>('In own words');
const edit = () => userEvent.click(screen.getByRole('button', { name: /^Put in own words/ }));

describe('a sentence', () => {
  it('in own words remembers what it stood in place of; left as it was it is no entry', async () => {
    const { recorded: drafts } = show(SENTENCE);
    await edit();
    await userEvent.keyboard('{Escape}');
    await edit();
    await userEvent.click(screen.getByRole('button', { name: 'Keep (Ctrl Enter)' }));
    expect(drafts).toEqual([]);
    await edit();
    await userEvent.clear(editor());
    await userEvent.type(editor(), 'It sips.');
    await userEvent.keyboard('{Control>}{Enter}{/Control}');
    expect(drafts).toEqual([{ kind: 'wording', of: 'drive.supply', text: 'It sips.', instead: SENTENCE.text }]);
  });

  it('emptied, or typed as ours again, is ours again', async () => {
    for (const typed of ['', SENTENCE.text]) {
      const { recorded: drafts, unmount } = show({ ...SENTENCE, own: { text: 'It sips.' } });
      await edit();
      await userEvent.clear(editor());
      if (typed) await userEvent.type(editor(), typed);
      await userEvent.click(screen.getByRole('button', { name: 'Keep (Ctrl Enter)' }));
      expect(drafts).toEqual([{ kind: 'wording', of: 'drive.supply', text: '', instead: '' }]);
      unmount();
    }
  });

  it('whose facts have changed shows both, and keeps the words on a press', async () => {
    const { recorded: drafts } = show({ ...SENTENCE, own: { text: 'It sips.', was: 'From its supply it takes 20 mA.' } });
    expect(screen.getByText(/Then: From its supply it takes 20 mA/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'My words still hold' }));
    expect(drafts).toEqual([{ kind: 'wording', of: 'drive.supply', text: 'It sips.', instead: SENTENCE.text }]);
  });
});

describe('the layout', () => {
  it('is changed a part at a time: length, order, sections left out', async () => {
    const { recorded: drafts } = renderOpen(<LayoutPanel />);
    await userEvent.click(screen.getByRole('radio', { name: /^Full/ }));
    await userEvent.click(screen.getByRole('checkbox', { name: 'Opening' }));
    await userEvent.click(screen.getByRole('button', { name: 'First light up' }));
    expect(drafts).toMatchObject([
      { kind: 'layout', length: 'full' },
      { kind: 'layout', leftOut: ['opening'] },
      { kind: 'layout', order: expect.arrayContaining(['claim']) },
    ]);
    expect(drafts[2]).toMatchObject({ order: ['first-light', 'claim', ...(drafts[2] as { order: string[] }).order.slice(2)] });
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'First light up' }).disabled).toBe(true);
  });
});
