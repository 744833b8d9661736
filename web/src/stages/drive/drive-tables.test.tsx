import { describe, expect, it } from '@jest/globals';
import { type Appraisal, analysisOf, appraise, driveDetails, type Finding, type Judgement, replay } from '@mindful-probe/core';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { CLIP, entriesOf, renderOpen, type TestLine } from '../../testing/render-open.testing.tsx';
import { Caveats } from './caveats.tsx';
import { Findings } from './findings.tsx';
import { SharingPanel } from './sharing-panel.tsx';
import { StressRows } from './stress-rows.tsx';

function appraised(lines: readonly TestLine[]): Appraisal {
  const appraisal = appraise(analysisOf(replay(entriesOf(...lines)), 0));
  if (!appraisal.ok) throw new Error(appraisal.error.message);
  return appraisal.value;
}

describe('each part against its rating', () => {
  it('has a row a part, the hardest driven first, with the multiple and its sum', async () => {
    renderOpen(<StressRows appraisal={appraised(CLIP)} />, { lines: CLIP });
    const rows = screen.getAllByRole('row').slice(1);
    expect(rows.length).toBeGreaterThan(1);
    // (5 V − about 3.3 V) over 27 Ω is some 60 mA where 20 are usual: about three times.
    const led = rows.find((row) => row.textContent?.startsWith('D1'));
    const multiple = Number(/×?\s*(\d+\.\d+)/.exec(led?.querySelector('td')?.textContent ?? '')?.[1]);
    expect(multiple).toBeGreaterThan(2.2);
    expect(multiple).toBeLessThan(3.6);
    await userEvent.click(within(led as HTMLElement).getByRole('button'));
    expect(await within(await screen.findByRole('dialog')).findAllByText(/mA/)).not.toEqual([]);
    await userEvent.keyboard('{Escape}');
    expect(screen.queryByRole('dialog')).toBeNull();
  });
});

describe('findings', () => {
  const finding = (severity: Finding['severity']): Finding => ({
    code: 'no-fuse',
    severity,
    ref: 'V1',
    facts: { about: 'fuse', beside: [] },
  });
  const judged = (findings: readonly Finding[], undecided: Judgement['undecided'] = []): Judgement => ({
    verdict: 'sound',
    arrangements: [],
    discharges: [],
    faults: [],
    findings,
    undecided,
  });

  it('say above the figures where these cannot be: of a converter that gives more than it gets, of readings that do not fit', () => {
    const conversion = { about: 'conversion', does: 'step down', inVolts: 4.5, outVolts: 36 } as const;
    const { unmount, container } = renderOpen(<Caveats judgement={judged([finding('unsafe')])} />);
    expect(container.textContent).toBe('');
    unmount();
    const cannot = { code: 'converter-volts', severity: 'caution', ref: 'U1', facts: conversion } as const;
    const misfit = { code: 'readings', ref: '', lacks: 'fitting-readings' } as const;
    renderOpen(<Caveats judgement={judged([cannot], [misfit as unknown as Judgement['undecided'][number]])} />);
    expect(screen.getByText(/U1 cannot convert these volts/)).toBeTruthy();
    expect(screen.getByText(/Readings do not fit/)).toBeTruthy();
  });

  it('that are unsafe say their remedy at once, others on asking', async () => {
    const { unmount } = renderOpen(<Findings judgement={judged([finding('unsafe')])} onPoint={() => undefined} />);
    expect(screen.getByText(/A fuse or a fusible resistor/)).toBeTruthy();
    unmount();
    renderOpen(<Findings judgement={judged([finding('note')])} onPoint={() => undefined} />);
    expect(screen.queryByText(/A fuse or a fusible resistor/)).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'why, and the remedy' }));
    expect(screen.getByRole('dialog').textContent).toContain('A fuse or a fusible resistor in the live lead');
  });

  it('point at the part that they are about', async () => {
    const pointed: (string | undefined)[] = [];
    renderOpen(<Findings judgement={judged([finding('note')])} onPoint={(ref) => void pointed.push(ref)} />);
    await userEvent.tab();
    expect(pointed).toEqual(['V1']);
  });

  it('none are said with what is still to be looked at', () => {
    renderOpen(<Findings judgement={judged([], [{ code: 'no-earth', ref: 'V1', lacks: 'case' }])} onPoint={() => undefined} />);
    expect(screen.getByText(/Nothing that the rules know of, as far as it was looked at/)).toBeTruthy();
    expect(screen.getByRole('list', { name: 'To be looked at' })).toBeTruthy();
  });
});

describe('how chips share', () => {
  it('is a row for each way of choosing them, the mixed ones worse, and a dark chip is said', () => {
    const lines: TestLine[] = ['V1 4.5v usb', 'R1 10r on V1.+ B', 'D1 led white 6 parallel on B V1.-'];
    const details = driveDetails(analysisOf(replay(entriesOf(...lines)), 0));
    if (!details.ok) throw new Error(details.error.message);
    renderOpen(<SharingPanel details={details.value} />, { lines });
    const worst = screen
      .getAllByRole('row')
      .slice(1)
      .map((row) => Number(/(\d+\.\d+)/.exec(row.querySelectorAll('td')[3]?.textContent ?? '')?.[1]));
    expect(worst).toHaveLength(2);
    expect(worst[1]).toBeGreaterThan(worst[0] ?? 0);
    expect(screen.getAllByRole('listitem').length).toBeGreaterThan(0);
  });
});
