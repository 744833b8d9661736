import { describe, expect, it } from '@jest/globals';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { CLIP, renderOpen } from '../../testing/render-open.testing.tsx';
import { Noticed } from './noticed.tsx';

const years = () => screen.getByLabelText<HTMLInputElement>(/in use for/);
const perDay = () => screen.getByLabelText<HTMLInputElement>(/^about/);

describe('what was noticed', () => {
  it('for how long it was used goes on the tape in hours, by day where that is said', async () => {
    const { recorded } = renderOpen(<Noticed />, { lines: CLIP });
    await userEvent.type(years(), '2');
    await userEvent.type(perDay(), '3,5{Enter}');
    // 2 years of 365 days with three and a half hours.
    expect(recorded).toMatchObject([{ kind: 'observed', things: [{ kind: 'used', hours: 2555 }] }]);
    expect(years().value).toBe('');
  });

  it.each([
    ['0', ''],
    ['-3', ''],
    ['200', ''],
    ['some', ''],
    ['2', '25'],
    ['2', 'long'],
  ])('“%s” years of “%s” hours a day are not taken', async (inUse, aDay) => {
    const { recorded } = renderOpen(<Noticed />, { lines: CLIP });
    await userEvent.type(years(), inUse);
    if (aDay !== '') await userEvent.type(perDay(), aDay);
    await userEvent.type(years(), '{Enter}');
    expect(recorded).toEqual([]);
    expect(years().value).toBe(inUse);
  });

  it('what the whole thing does is a press, and leads to finding out what is broken', async () => {
    const { recorded } = renderOpen(<Noticed />, { lines: CLIP });
    expect(screen.queryByRole('link', { name: 'find out what is broken' })).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: /does not light|dark/i }));
    expect(recorded).toMatchObject([{ kind: 'observed' }]);
    expect(screen.getByRole('link', { name: 'find out what is broken' })).toBeTruthy();
  });

  it('a smell is said once: the same press again says nothing new', async () => {
    const { recorded } = renderOpen(<Noticed />, { lines: CLIP });
    await userEvent.click(screen.getByRole('button', { name: 'burnt' }));
    expect(screen.getByRole('button', { name: 'burnt' }).getAttribute('aria-pressed')).toBe('true');
    await userEvent.click(screen.getByRole('button', { name: 'burnt' }));
    expect(recorded).toEqual([{ kind: 'sense', of: 'smell', text: 'burnt' }]);
  });
});
