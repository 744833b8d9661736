import { describe, expect, it } from '@jest/globals';
import type { Point, Strip } from '@mindful-probe/core';
import { fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { StripForm } from './strip-form.tsx';

function show(points: readonly Point[], pads: readonly string[]) {
  const lines: string[] = [];
  const counted: (Strip | undefined)[] = [];
  render(
    <StripForm points={points} pads={pads} onCount={(strip) => void counted.push(strip)} onLine={(words) => void lines.push(words)} />,
  );
  return { lines, counted };
}

const set = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });
const put = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Put on the bench line' });

describe('a strip counted by one row', () => {
  it('asks for what was not picked yet, and cannot be put on the line before', () => {
    show([], []);
    expect(screen.getByRole('status').textContent).toContain('Pick the first LED');
    expect(put().disabled).toBe(true);
  });

  it('is a line of the bench: in series, or in parallel groups', async () => {
    const row: Point[] = [
      [0, 0],
      [110, 0],
    ];
    const { lines, counted } = show(row, ['P', 'M']);
    expect(screen.getByRole('status').textContent).toContain('12 LEDs');
    await userEvent.click(put());
    expect(lines).toEqual(['led white 12 series on P M']);
    await userEvent.selectOptions(screen.getByLabelText('joined'), 'parallel groups');
    set('a group', '3');
    await userEvent.click(put());
    expect(lines[1]).toBe('led white 4 series 3 parallel on P M');
    expect(counted.at(-1)).toMatchObject({ series: 4, parallel: 3 });
  });

  it('says what is wrong with a count, and does not count it', () => {
    const { counted } = show(
      [
        [0, 0],
        [110, 0],
      ],
      ['P', 'M'],
    );
    set('in a row', '0');
    expect(put().disabled).toBe(true);
    expect(screen.getByRole('status').textContent).not.toContain('LEDs, plus end');
    set('in a row', '');
    expect(put().disabled).toBe(true);
    expect(counted.at(-1)).toBeUndefined();
  });
});
