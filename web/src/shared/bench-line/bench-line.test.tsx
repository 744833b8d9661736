import { beforeEach, describe, expect, it } from '@jest/globals';
import { type EntryDraft, LONGEST_LINE, replay } from '@mindful-probe/core';
import { act, fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { createRef } from 'react';
import { SWRConfig } from 'swr';
import { CLIP, entriesOf } from '../../testing/render-open.testing.tsx';
import { BenchLine, type BenchLineHandle } from './bench-line.tsx';

interface Shown {
  readonly recorded: EntryDraft[];
  readonly pictures: () => number;
  readonly input: HTMLInputElement;
  readonly meaning: () => string;
  readonly handle: React.RefObject<BenchLineHandle | null>;
  readonly spaces: () => number;
}

interface ShowOptions {
  readonly space?: boolean;
  /** The browser has room for what is entered. */
  readonly isKept?: boolean;
  readonly note?: { readonly text: string; readonly tone: 'busy' | 'done' | 'problem' };
}

function show({ space = false, isKept = true, note }: ShowOptions = {}): Shown {
  const recorded: EntryDraft[] = [];
  let pictures = 0;
  let spaces = 0;
  const handle = createRef<BenchLineHandle>();
  render(
    <SWRConfig value={{ provider: () => new Map(), isPaused: () => true }}>
      <BenchLine
        circuit={undefined}
        mainSupply={undefined}
        ref={handle}
        specimenId="clip"
        specimen={replay(entriesOf(...CLIP))}
        record={(draft) => {
          if (isKept) recorded.push(draft);
          return isKept;
        }}
        onPicture={() => {
          pictures += 1;
        }}
        space={
          space
            ? {
                onSpaceDown: () => {
                  spaces += 1;
                },
                onSpaceUp: () => undefined,
              }
            : undefined
        }
        note={note}
        onTyped={() => undefined}
      />
    </SWRConfig>,
  );
  const input = screen.getByRole<HTMLInputElement>('textbox', { name: 'Bench line' });
  return {
    recorded,
    input,
    handle,
    pictures: () => pictures,
    spaces: () => spaces,
    meaning: () => screen.getByRole('status').textContent ?? '',
  };
}

describe('the bench line', () => {
  beforeEach(() => localStorage.clear());

  it('says what is meant while it is typed, and puts it on the tape as it was typed', async () => {
    const { input, meaning, recorded } = show();
    await userEvent.type(input, 'R1 1.1v');
    expect(meaning()).toMatch(/R1.*1\.1/);
    expect(recorded).toEqual([]);
    await userEvent.type(input, '{Enter}');
    expect(recorded).toMatchObject([{ kind: 'reading', typed: 'R1 1.1v', place: { at: 'part', ref: 'R1' } }]);
    expect(input.value).toBe('');
  });

  it('keeps the line that the browser cannot keep as an entry', async () => {
    const { input, recorded } = show({ isKept: false });
    await userEvent.type(input, 'R1 1.1v{Enter}');
    expect(recorded).toEqual([]);
    expect(input.value).toBe('R1 1.1v');
  });

  it('refuses what it does not understand, says why, and leaves it standing', async () => {
    const { input, meaning, recorded } = show();
    await userEvent.type(input, 'R7 1.1v{Enter}');
    expect(recorded).toEqual([]);
    expect(input.value).toBe('R7 1.1v');
    expect(meaning()).toMatch(/R7/);
    expect(screen.getByRole('status').className).toContain('text-brick');
  });

  it('shows an answer at the first Enter, and keeps it at the second', async () => {
    const { input, meaning, recorded } = show();
    await userEvent.type(input, '? 27r 0.62v{Enter}');
    expect(recorded).toEqual([]);
    expect(meaning()).toMatch(/23\.0.*Enter keeps it/);
    await userEvent.type(input, '{Enter}');
    expect(recorded).toHaveLength(1);
  });

  it('completes by Tab, takes the nearest by the arrow, and Shift+Tab leaves', async () => {
    const { input } = show();
    await userEvent.type(input, 'cla');
    await userEvent.keyboard('{Tab}');
    expect(input.value).toMatch(/^claim/);
    await userEvent.clear(input);
    await userEvent.type(input, 'r11 1v');
    const nearest = screen.queryByRole('button', { name: /^↓/ })?.getAttribute('title');
    await userEvent.keyboard('{ArrowDown}');
    if (nearest) expect(input.value).toBe(nearest);
    await userEvent.tab({ shift: true });
    expect(document.activeElement).not.toBe(input);
  });

  it('asks for a picture, and keeps a reading half typed over a reload', async () => {
    const { input, pictures } = show();
    await userEvent.type(input, 'pic{Enter}');
    expect(pictures()).toBe(1);
    await userEvent.type(input, 'R1 1');
    expect(localStorage.getItem('probe.draft.clip')).toBe('R1 1');
  });

  it('does not take a paste that is too long, and says how long it is', () => {
    const { input, meaning, recorded } = show();
    fireEvent.paste(input, { clipboardData: { getData: () => 'x'.repeat(LONGEST_LINE + 1) } });
    expect(meaning()).toMatch(/too many for one line/);
    expect(input.value).toBe('');
    expect(recorded).toEqual([]);
  });

  it('takes from an instrument by space only where no letter is missing', async () => {
    const { input, spaces } = show({ space: true });
    await userEvent.type(input, ' ');
    expect(spaces()).toBe(1);
    await userEvent.type(input, 'R1 ');
    expect(input.value).toBe('R1 ');
    expect(spaces()).toBe(1);
    await userEvent.type(input, ' ');
    expect(spaces()).toBe(2);
  });

  it('is written on from elsewhere, with or without the focus, and shows what an instrument says', () => {
    const { input, handle, meaning } = show({ note: { text: 'the meter does not answer', tone: 'problem' } });
    expect(meaning()).toBe('the meter does not answer');
    act(() => handle.current?.write('D1 '));
    expect(document.activeElement).not.toBe(input);
    expect(handle.current?.read()).toBe('D1 ');
    act(() => handle.current?.suggest('R1 '));
    expect(document.activeElement).toBe(input);
    expect(input.value).toBe('R1 ');
  });
});
