import { describe, expect, it } from '@jest/globals';
import { type Appraisal, analysisOf, appraise, GENERIC_METERS, replay } from '@mindful-probe/core';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { CLIP, entriesOf, renderOpen, type TestLine } from '../../testing/render-open.testing.tsx';
import { answering, Refusal } from '../../testing/stand-in-server.testing.ts';
import { MetersInHand } from './meters-in-hand.tsx';
import { Misfits } from './misfits.tsx';
import { NextProbes } from './next-probes.tsx';

function appraised(lines: readonly TestLine[]): Appraisal {
  const appraisal = appraise(analysisOf(replay(entriesOf(...lines)), 0));
  if (!appraisal.ok) throw new Error(appraisal.error.message);
  return appraisal.value;
}

describe('readings that do not fit', () => {
  // One drop of one resistor in one condition, read twice and not the same.
  const TWICE: readonly TestLine[] = [...CLIP, 'R1 1.6v', 'R1 0.4v'];

  it('two of one figure: the later counts, and the earlier can be struck or read again', async () => {
    const off = appraised(TWICE).slots.filter(({ fits }) => !fits);
    const { recorded, suggested } = renderOpen(<Misfits off={off} />, { lines: TWICE });
    expect(screen.getByRole('region', { name: 'Does not fit' }).textContent).toMatch(
      /was read 1\.60\sV and then 400\smV.*the later counts/,
    );
    await userEvent.click(screen.getByRole('button', { name: 'read it again' }));
    expect(suggested).toEqual(['R1 ']);
    await userEvent.click(screen.getByRole('button', { name: 'strike the earlier' }));
    expect(recorded).toMatchObject([{ kind: 'strike', entry: 'entry-4-t' }]);
  });
});

describe('what would teach something beside the next probe', () => {
  it('is there by asking, at most three, each with its place and a line for it', async () => {
    const appraisal = appraised(CLIP);
    const { suggested } = renderOpen(<NextProbes appraisal={appraisal} />, { lines: CLIP });
    expect(screen.queryByRole('region', { name: 'Next probes' })).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'what else would teach something' }));
    const rows = within(screen.getByRole('region', { name: 'Next probes' })).getAllByRole('listitem');
    expect(rows.length).toBeGreaterThan(0);
    expect(rows.length).toBeLessThanOrEqual(3);
    await userEvent.click(within(rows[0] as HTMLElement).getByRole('button'));
    expect(suggested).toHaveLength(1);
    expect(suggested[0]?.trim()).not.toBe('');
  });

  it('says when it is enough', () => {
    const appraisal = { ...appraised(CLIP), next: [] };
    renderOpen(<NextProbes appraisal={appraisal} />, { lines: CLIP });
    expect(screen.getByText(/^Enough: more readings would hardly change what drives D1/)).toBeTruthy();
  });
});

describe('meters in hand', () => {
  it('says that nothing was said, and takes one for its purpose', async () => {
    answering(() => ({ meters: [] }));
    const { recorded } = renderOpen(<MetersInHand />);
    expect(screen.getByText(/nothing said, so a pocket meter that loads nothing/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Meters' }));
    const [generic] = GENERIC_METERS;
    await userEvent.click(screen.getByRole('button', { name: `take ${generic?.name} in hand` }));
    expect(recorded).toEqual([{ kind: 'meter', meter: generic }]);
    expect(screen.getByText('in hand')).toBeTruthy();
    await userEvent.keyboard('{Escape}');
    expect(screen.getByText(new RegExp(`In hand: ${generic?.name} `))).toBeTruthy();
  });

  it('those that come with it stay where the server does not answer', async () => {
    answering(() => new Refusal(503, 'away'));
    renderOpen(<MetersInHand />);
    await userEvent.click(screen.getByRole('button', { name: 'Meters' }));
    expect(screen.getAllByRole('button', { name: /in hand$/ })).toHaveLength(GENERIC_METERS.length);
    expect(screen.queryByRole('button', { name: /^take out/ })).toBeNull();
  });
});
