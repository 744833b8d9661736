import { afterEach, describe, expect, it } from '@jest/globals';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { renderOpen } from '../../testing/render-open.testing.tsx';
import { OwnWords } from './own-words.tsx';

const open = () => renderOpen(<OwnWords section="drive" title="Drive" />);
const press = (name: string | RegExp) => userEvent.click(screen.getByRole('button', { name }));
const field = () => screen.getByLabelText<HTMLTextAreaElement>('Own words: Drive, as Markdown');

async function write(words: string) {
  await press('Add own words: Drive');
  await press('As Markdown');
  await userEvent.type(field(), words);
}

describe('own words of a section', () => {
  afterEach(() => window.localStorage.clear());

  it('are an entry when they are kept, and none when they are left', async () => {
    const { recorded } = open();
    await write('It runs hot.');
    await press(/^Leave as it was/);
    expect(recorded).toEqual([]);
    await write('It runs hot.');
    await userEvent.keyboard('{Control>}{Enter}{/Control}');
    expect(recorded).toEqual([{ kind: 'remark', stage: 'drive', text: 'It runs hot.' }]);
  });

  it('half-typed are there again after a reload', async () => {
    const first = open();
    await write('It runs');
    first.unmount();
    const { recorded } = open();
    await press('As Markdown');
    expect(field().value).toBe('It runs');
    await press(/^Keep/);
    expect(recorded).toEqual([{ kind: 'remark', stage: 'drive', text: 'It runs' }]);
    expect(window.localStorage).toHaveLength(0);
  });

  it('that are too long are said so, and stay', async () => {
    const { recorded } = open();
    await press('Add own words: Drive');
    await press('As Markdown');
    await userEvent.click(field());
    await userEvent.paste('x'.repeat(20_001));
    expect(screen.getByRole('alert').textContent).toContain('20,001');
    await userEvent.keyboard('{Control>}{Enter}{/Control}');
    expect(recorded).toEqual([]);
    expect(field().value).toHaveLength(20_001);
  });
});
