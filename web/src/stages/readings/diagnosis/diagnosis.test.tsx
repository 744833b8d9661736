import { describe, expect, it } from '@jest/globals';
import { analysisOf, diagnose, type EntryDraft, faultEvidence, replay, stringMapOf } from '@mindful-probe/core';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { SymptomButtons } from '../../../shared/faults/symptom-buttons.tsx';
import { entriesOf, renderOpen } from '../../../testing/render-open.testing.tsx';
import { AftermathView } from './aftermath-view.tsx';
import { faultRowsOf } from './fault-rows.ts';
import { FaultsList } from './faults-list.tsx';
import { NextTests } from './next-tests.tsx';
import { StringMap } from './string-map.tsx';
import { Suppose } from './symptoms.tsx';

const STRIP = ['V1 24v on A G', 'R1 120r on A B', 'D1-D6 led white 2835 6 series on B G', 'it does not light'];

function diagnosed(...more: readonly string[]) {
  const lines = [...STRIP, ...more];
  const found = faultEvidence(analysisOf(replay(entriesOf(...lines)), 0));
  const diagnosis =
    found &&
    diagnose(
      found.circuit,
      found.evidence.map(({ what }) => what),
    );
  if (!diagnosis?.ok) throw new Error('no diagnosis');
  return { lines, diagnosis: diagnosis.value };
}

describe('what may be broken', () => {
  it('is one row where nothing tells packages of a row apart, with the sum of them', () => {
    const { diagnosis } = diagnosed();
    const rows = faultRowsOf(diagnosis);
    const row = rows.find(({ words }) => words === 'one of D1 to D6 (6): open');
    expect(row?.keys.size).toBe(6);
    const alone = diagnosis.faults.find(({ faults }) => faults[0]?.ref === 'D1' && faults[0].fault === 'open')?.probability ?? 0;
    expect(row?.probability).toBeCloseTo(6 * alone, 6);
  });

  it('is one row of two faults where nothing tells apart which of two strings they are in', () => {
    const strings = ['B', 'C', 'D'].flatMap((net, at) => [
      `R${at + 1} 150r on A ${net}`,
      `D${3 * at + 1}-D${3 * at + 3} led white 3 series on ${net} G`,
    ]);
    const entries = entriesOf('V1 12v on A G', ...strings, 'it is dim', 'dead', 'D1-D3 dark', 'D4-D6 dark');
    const found = faultEvidence(analysisOf(replay(entries), 0));
    const diagnosis = diagnose(found?.circuit as never, found?.evidence.map(({ what }) => what) ?? []);
    const rows = diagnosis.ok ? faultRowsOf(diagnosis.value) : [];
    expect(rows[0]?.words).toBe('one of D1, D2, D3: open, and one of D4, D5, D6: open');
    expect(rows[0]?.keys.size).toBe(9);
    expect(rows.reduce((sum, { probability }) => sum + probability, 0)).toBeLessThanOrEqual(1);
  });

  it('says what speaks for it and against it, and what is left unknown', () => {
    const { lines, diagnosis } = diagnosed('D3 dark spot');
    renderOpen(<FaultsList diagnosis={diagnosis} />, { lines });
    const [first] = screen.getAllByRole('listitem');
    expect(first?.textContent).toMatch(/1D3 open0\.\d\d.*forD3 dark spot/);
    expect(screen.getByText('none of these')).toBeTruthy();
  });
});

describe('the next test', () => {
  it('is offered with its outcomes, whose press puts the line there', async () => {
    const { lines, diagnosis } = diagnosed('D3 dark spot', 'D1-D2 light', 'D4-D6 light');
    const { suggested } = renderOpen(<NextTests diagnosis={diagnosis} />, { lines });
    await userEvent.click(screen.getByRole('button', { name: /^D3 at 5/ }));
    await userEvent.click(screen.getByRole('button', { name: 'dark' }));
    expect(suggested).toEqual(['D3 ', 'D3 dark']);
    expect(screen.getAllByLabelText('D3 open: remains').length).toBeGreaterThan(0);
    expect(screen.getAllByLabelText(/: ruled out$/).length).toBeGreaterThan(0);
  });
});

describe('the string map', () => {
  it('lies as on the board where the places are known of every package, and else in the order of the string', () => {
    const { lines, diagnosis } = diagnosed();
    const seats = (count: number): EntryDraft => ({
      kind: 'seats',
      ref: 'D1-D6',
      points: Array.from({ length: count }, (_, index): [number, number] => [index % 2 === 0 ? 0.1 : 0.9, 0.1 + 0.15 * index]),
      aspect: 1.5,
    });
    const packages = stringMapOf(diagnosis.circuit, []);
    const map = <StringMap circuit={diagnosis.circuit} packages={packages} asked={new Set()} />;
    const laid = renderOpen(map, { lines: [...lines, seats(6)] });
    const [first, second] = within(screen.getByLabelText('D1-D6, as on the board')).getAllByRole('listitem');
    expect(Number.parseFloat(second?.style.left ?? '')).toBeGreaterThan(Number.parseFloat(first?.style.left ?? ''));
    laid.unmount();
    renderOpen(map, { lines: [...lines, seats(5)] });
    expect(screen.queryByLabelText('D1-D6, as on the board')).toBeNull();
    expect(within(screen.getByLabelText('D1-D6')).getAllByRole('listitem')).toHaveLength(6);
  });

  it('takes what a package does with two presses, and goes on to the next', async () => {
    const { lines, diagnosis } = diagnosed();
    const { recorded } = renderOpen(
      <StringMap circuit={diagnosis.circuit} packages={stringMapOf(diagnosis.circuit, diagnosis.evidence)} asked={new Set(['D2'])} />,
      { lines },
    );
    await userEvent.click(screen.getByRole('button', { name: 'D1: not tested' }));
    const group = screen.getByRole('group');
    await userEvent.click(within(group).getByRole('button', { name: 'lights' }));
    expect(recorded).toMatchObject([
      { kind: 'observed', typed: 'D1 lights', things: [{ kind: 'lights', of: 'D1', value: true, atAmps: 0.005 }] },
    ]);
    expect(within(screen.getByRole('group')).getByText('D2')).toBeTruthy();
  });

  it('says what a bench supply is set to before the first touch', () => {
    const { lines, diagnosis } = diagnosed();
    renderOpen(<StringMap circuit={diagnosis.circuit} packages={stringMapOf(diagnosis.circuit, [])} asked={new Set()} />, { lines });
    // One die of about 2.8 V, and a quarter more.
    expect(screen.getByText(/bench supply at 3\.5 V, limit 5/)).toBeTruthy();
  });
});

describe('what it does', () => {
  it('is said with a press, and taken back with another', async () => {
    const { recorded } = renderOpen(<SymptomButtons />, { lines: STRIP.slice(0, 3) });
    await userEvent.click(screen.getByRole('button', { name: 'flickers' }));
    expect(screen.getByRole('button', { name: 'flickers' }).getAttribute('aria-pressed')).toBe('true');
    await userEvent.click(screen.getByRole('button', { name: 'flickers' }));
    expect(recorded).toMatchObject([{ things: [{ kind: 'flickers', value: true }] }, { things: [{ kind: 'flickers', value: false }] }]);
  });

  it('takes for how long it was in use, by a usual day where none is said, and nothing that cannot be', async () => {
    const { recorded } = renderOpen(<SymptomButtons />, { lines: STRIP });
    const [years, perDay] = [screen.getByLabelText(/in use for/), screen.getByLabelText(/h a day/)];
    await userEvent.type(years, '120');
    expect(screen.getByText(/at most 100/)).toBeTruthy();
    await userEvent.clear(years);
    await userEvent.type(years, '6');
    await userEvent.type(perDay, '30{Enter}');
    expect(screen.getByText(/24 hours/)).toBeTruthy();
    expect(recorded).toEqual([]);
    await userEvent.clear(perDay);
    await userEvent.type(perDay, '3{Enter}');
    await userEvent.type(years, '2{Enter}');
    expect(recorded).toMatchObject([
      { things: [{ kind: 'used', hours: 6570 }], typed: 'it was used 6 years 3 h a day' },
      { things: [{ kind: 'used', hours: 2000 }], typed: 'it was used 2 years' },
    ]);
  });

  it('asks how it is built where nothing is traced, and takes no number of packages that is none', async () => {
    const { recorded } = renderOpen(<Suppose />, { lines: ['it does not light'] });
    const field = screen.getByLabelText('LED packages, counted');
    await userEvent.clear(field);
    await userEvent.type(field, '4000');
    expect(screen.getByText('1 to 400 packages.')).toBeTruthy();
    await userEvent.clear(field);
    await userEvent.type(field, '14');
    await userEvent.click(screen.getByRole('button', { name: 'take it for that' }));
    expect(recorded).toMatchObject([{ kind: 'suppose', arrangement: 'capacitive-dropper', leds: 14 }]);
  });
});

describe('whether to repair it', () => {
  const worth = {
    word: 'hardly worth it',
    minutes: 18,
    parts: 0,
    mains: false,
    watts: 1.9,
    seen: -0.1,
    worn: ['D5'],
    over: [],
    unsafe: [],
  } as const;

  it('is said when a fault is likely, and the decision is kept with its reason', async () => {
    const { lines, diagnosis } = diagnosed('D3 dark', 'R1 120r');
    const mended = { refs: ['D3'], ref: 'D1', chipAmps: 0.05, ofRated: 0.8, peakOfRated: 0.8, supplyWatts: 1.2, seen: -0.05, light: 0.9 };
    const aftermath = { consequences: [{ ...mended, is: 'linked out' }], why: [], worth } as const;
    const { recorded, unmount } = renderOpen(<AftermathView aftermath={aftermath} diagnosis={diagnosis} />, { lines });
    expect(screen.getByRole('heading', { name: 'If D3 is linked out' })).toBeTruthy();
    expect(screen.getByText(/18 min, no new part/).textContent).toMatch(/Next to fail: D5 \(worn\)/);
    expect(screen.getByRole('link', { name: 'to Rework: link D3 out' }).getAttribute('href')).toContain('dead=D3');
    await userEvent.type(screen.getByLabelText('reason'), 'it hangs over the cot');
    await userEvent.click(screen.getByRole('button', { name: 'to the recycling' }));
    expect(recorded).toEqual([{ kind: 'decision', choice: 'discard', reason: 'it hangs over the cot' }]);
    unmount();
    // Two in parallel are taken out, and both go over to the goal.
    const both = { consequences: [{ ...mended, refs: ['D3', 'D4'], is: 'taken out' }], why: [], worth } as const;
    renderOpen(<AftermathView aftermath={both} diagnosis={diagnosis} />, { lines });
    const link = screen.getByRole('link', { name: 'to Rework: take D3 and D4 out' });
    expect(link.getAttribute('href')).toContain('dead=D3%20D4');
  });

  it('is not said while nothing is likely', () => {
    const { lines, diagnosis } = diagnosed();
    renderOpen(<AftermathView aftermath={{ consequences: [], why: [], worth }} diagnosis={diagnosis} />, { lines });
    expect(screen.queryByText(/18 min/)).toBeNull();
  });
});
