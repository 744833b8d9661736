import { describe, expect, it } from '@jest/globals';
import { type EntryDraft, type Proof, proofOf, replay, SpecimenAnalyses } from '@mindful-probe/core';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { entriesOf, renderOpen, type TestLine } from '../../testing/render-open.testing.tsx';
import { ChecksPanel } from './checks-panel.tsx';
import { LightPanel } from './light-panel.tsx';
import { PowerPanel } from './power-panel.tsx';
import { PredictionsTable } from './predictions-table.tsx';
import { SignOff } from './sign-off.tsx';
import { SoakPanel } from './soak-panel.tsx';

const REWORK: EntryDraft = {
  kind: 'rework',
  title: '68 Ω for R1, another LED',
  changes: [
    { move: 'replace-resistor', ref: 'R1', ohms: 68, rated: { watts: 0.25 } },
    { move: 'replace-led', ref: 'D1', led: { colour: 'white' } },
  ],
};

const CLIP: readonly TestLine[] = [
  'V1 5v usb',
  'R1 47r on V1.+ A',
  'D1 led white on A V1.-',
  'in 5.02v 41ma',
  'lux 400 @ 0.5m',
  'dead',
  REWORK,
];

function proven(...more: readonly TestLine[]): { readonly lines: readonly TestLine[]; readonly proof: Proof } {
  const lines = [...CLIP, ...more];
  const proof = proofOf(new SpecimenAnalyses(replay(entriesOf(...lines))));
  if (!proof) throw new Error('nothing to prove');
  return { lines, proof };
}

const reworkOf = (lines: readonly TestLine[]) => {
  const rework = replay(entriesOf(...lines)).reworks[0];
  if (!rework) throw new Error('no rework');
  return rework;
};

describe('checks before power', () => {
  it('put their line on the bench line, and what is seen is ticked', async () => {
    const { lines, proof } = proven();
    const { recorded, suggested } = renderOpen(<ChecksPanel checks={proof.checks} rework={reworkOf(lines)} />, { lines });
    await userEvent.click(screen.getByRole('button', { name: /Ohms of R1/ }));
    expect(suggested).toEqual(['R1 ']);
    await userEvent.click(screen.getByRole('checkbox', { name: /D1 by eye.*the right way round/ }));
    expect(recorded).toMatchObject([{ kind: 'tick', step: 'check-right-way-round-D1' }]);
  });

  it('say loudly what is wrong', () => {
    const { lines, proof } = proven('R1 6.8r');
    renderOpen(<ChecksPanel checks={proof.checks} rework={reworkOf(lines)} />, { lines });
    expect(screen.getByRole('alert').textContent).toContain('it stays without power');
  });
});

describe('first power', () => {
  it('stands beside what it should be, and cannot be ticked while a check is wrong', () => {
    const { lines, proof } = proven('R1 6.8r');
    renderOpen(<PowerPanel steps={proof.power} rework={reworkOf(lines)} isStopped />, { lines });
    expect((screen.getByRole('checkbox') as HTMLInputElement).disabled).toBe(true);
    expect(screen.getByText(/A check before power is wrong/)).toBeTruthy();
  });

  it('says of a figure whether it is as predicted', () => {
    const { lines, proof } = proven('in 5.02v 90ma');
    renderOpen(<PowerPanel steps={proof.power} rework={reworkOf(lines)} isStopped={false} />, { lines });
    const amps = screen.getByRole('button', { name: 'amps' }).closest('li');
    expect(amps?.textContent).toContain('not as predicted');
  });
});

describe('predictions', () => {
  it('stand beside what was there before and what was read, and say where a reading cannot tell', () => {
    const { lines, proof } = proven('in 5.02v 34ma ±16ma');
    renderOpen(<PredictionsTable predictions={proof.predictions} />, { lines });
    const row = screen.getByRole('row', { name: /V1, amps/ });
    expect(within(row).getAllByRole('cell')).toHaveLength(4);
    expect(row.textContent).toContain('cannot tell');
    expect(screen.getByText(/fits what was predicted and what it was before/)).toBeTruthy();
  });
});

describe('light', () => {
  it('is compared at one distance, in parts and as seen', () => {
    const { lines, proof } = proven('lux 300 @ 0.5m');
    renderOpen(<LightPanel light={proof.light} />, { lines });
    expect(screen.getByRole('region', { name: 'Light before and after' }).textContent).toMatch(/75.*%, looks 11 % dimmer/);
  });
});

describe('what runs by itself', () => {
  it('offers its line while nothing runs, and is ended by a press', async () => {
    const idle = renderOpen(<SoakPanel drifts={[]} />, { lines: CLIP });
    await userEvent.click(screen.getByRole('button', { name: /soak case 40min/ }));
    expect(idle.suggested).toEqual(['soak case 40min limit 85c']);
    idle.unmount();
    const { recorded } = renderOpen(<SoakPanel drifts={[]} />, { lines: [...CLIP, 'glue 30min'] });
    await userEvent.click(screen.getByRole('button', { name: 'done' }));
    expect(recorded).toMatchObject([{ kind: 'ended', outcome: 'done' }]);
    expect(screen.getByText(/glue: .*done/)).toBeTruthy();
  });
});

describe('sign-off', () => {
  it('says what is open, and stops nothing; with its reason and a look in a month', async () => {
    const { lines, proof } = proven();
    const { recorded } = renderOpen(<SignOff proof={proof} />, { lines });
    expect(screen.getByText(/checks before power not made/)).toBeTruthy();
    await userEvent.type(screen.getByLabelText('why it stays, or goes back'), 'Cool.');
    await userEvent.click(screen.getByRole('checkbox', { name: /to be looked at again/ }));
    await userEvent.click(screen.getByRole('button', { name: 'Sign off: it stays' }));
    expect(recorded).toMatchObject([
      { kind: 'proof', verdict: 'keep', text: 'Cool.' },
      { kind: 'look', afterMinutes: 43_830 },
    ]);
    expect(screen.getByText('Signed off: the rework stays.')).toBeTruthy();
  });

  it('taken back promises no look', async () => {
    const { lines, proof } = proven();
    const { recorded } = renderOpen(<SignOff proof={proof} />, { lines });
    await userEvent.click(screen.getByRole('checkbox', { name: /to be looked at again/ }));
    await userEvent.click(screen.getByRole('button', { name: 'Take it back' }));
    expect(recorded).toEqual([{ kind: 'proof', verdict: 'back' }]);
  });
});
