import { describe, expect, it } from '@jest/globals';
import { benchContext, parseBenchLine, replay } from '@mindful-probe/core';
import { screen } from '@testing-library/react';
import { CLIP, entriesOf, renderOpen, type TestLine } from '../../testing/render-open.testing.tsx';
import { ModeHint } from './mode-hint.tsx';

const hint = () => screen.queryByText(/^What it can be switched to/)?.querySelector('kbd')?.textContent;

describe('how a mode is entered', () => {
  it.each<[string, readonly TestLine[]]>([
    ['mode low U1 60ma', ['V1 5v on A G', 'D1 led white on A K', 'U1 sink ref 0.2v R2 on K S', 'R2 0r56 on S G']],
    ['mode low S1 open', ['V1 5v on A G', 'S1 switch on A B', 'R1 27r on B C', 'D1 led white on C G']],
    ['mode low 40% 500hz', ['V1 5v on A G', 'D1 led white on A K', 'R1 27r on K S', 'Q1 nmos on S T G']],
  ])('“%s” is shown by a part of its own, and the bench line takes it', (line, lines) => {
    renderOpen(<ModeHint />, { lines });
    expect(hint()).toBe(line);
    expect(parseBenchLine(line, benchContext(replay(entriesOf(...lines))))).toMatchObject({ kind: 'entry' });
  });

  it('is not shown where nothing switches', () => {
    renderOpen(<ModeHint />, { lines: CLIP });
    expect(hint()).toBeUndefined();
  });
});
