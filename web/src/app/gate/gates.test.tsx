import { afterEach, beforeEach, describe, expect, it, jest } from '@jest/globals';
import type { DeadCheck } from '@mindful-probe/core';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { CLIP, renderOpen, type TestLine } from '../../testing/render-open.testing.tsx';
import { GateDialog } from './gate-dialog.tsx';
import { PowerStopDialog } from './power-stop-dialog.tsx';
import { useGate } from './use-gate.ts';
import { usePowerStop } from './use-power-stop.ts';

const MAINS: readonly TestLine[] = ['V1 ac 230v 50hz', 'C1 334 X2 on V1.1 X', 'R1 100r on X V1.2'];
const LIVE = { kind: 'state', state: 'live', typed: 'live' } as const;
const NOTE = { kind: 'note', text: 'a note' } as const;

/** Entries that go through the gate, and where a refused line comes back. */
function Gated() {
  const { specimen, record, suggest } = useOpenSpecimen();
  const gate = useGate(specimen, record);
  return (
    <>
      <button type="button" onClick={() => gate.record(LIVE)}>
        power
      </button>
      <button type="button" onClick={() => gate.record(NOTE)}>
        note
      </button>
      <GateDialog gates={gate.gates} open={gate.open} record={gate.record} onRefuse={() => suggest(gate.refuse() ?? '')} />
    </>
  );
}

const press = (name: string) => userEvent.click(screen.getByRole('button', { name }));

describe('the gate before mains', () => {
  // What is confirmed counts for its sitting: minutes after the entries of the test, and not months.
  beforeEach(() => void jest.spyOn(Date.prototype, 'toISOString').mockReturnValue('2026-03-07T10:05:00Z'));
  afterEach(() => void jest.restoreAllMocks());

  it('keeps power back until each item is confirmed, then lets it through', async () => {
    const { recorded } = renderOpen(<Gated />, { lines: MAINS });
    await press('power');
    expect(recorded).toEqual([]);
    // Each box is a statement of its own: there is none for all of them.
    for (let gates = 0; screen.queryByRole('dialog') && gates < 30; gates++) {
      const open = screen.getAllByRole<HTMLInputElement>('checkbox').find(({ checked }) => !checked);
      if (open) await userEvent.click(open);
    }
    expect(recorded.at(-1)).toMatchObject(LIVE);
    const confirmed = recorded.filter(({ kind }) => kind === 'confirm');
    expect(confirmed.length).toBeGreaterThan(2);
    expect(new Set(confirmed.map((draft) => JSON.stringify(draft))).size).toBe(confirmed.length);
    expect(recorded).toHaveLength(confirmed.length + 1);
  });

  it('says how many are to confirm, and a confirmed one cannot be taken back', async () => {
    renderOpen(<Gated />, { lines: MAINS });
    await press('power');
    const boxes = screen.getAllByRole<HTMLInputElement>('checkbox');
    expect(screen.getByText(new RegExp(`^${boxes.length} to confirm`))).toBeTruthy();
    await userEvent.click(boxes[0] as HTMLInputElement);
    const [first] = screen.getAllByRole<HTMLInputElement>('checkbox');
    expect(first?.checked && first.disabled).toBe(true);
    expect(screen.getByText(new RegExp(`^${boxes.length - 1} to confirm`))).toBeTruthy();
  });

  it('backs out without power, and the line is not lost', async () => {
    const { recorded, suggested } = renderOpen(<Gated />, { lines: MAINS });
    await press('power');
    await press('Not now: stay unpowered');
    expect(screen.queryByRole('dialog')).toBeNull();
    expect(suggested).toEqual(['live']);
    expect(recorded).toEqual([]);
  });

  it('is not in the way of what brings no power, nor of five volts', async () => {
    const mains = renderOpen(<Gated />, { lines: MAINS });
    await press('note');
    expect(mains.recorded).toMatchObject([NOTE]);
    mains.unmount();
    const { recorded } = renderOpen(<Gated />, { lines: CLIP });
    await press('power');
    expect(recorded).toMatchObject([LIVE]);
  });
});

const SHORTED: DeadCheck = {
  key: 'check-no-short-V1',
  code: 'no-short',
  ref: 'V1',
  expected: { low: 100, high: Number.POSITIVE_INFINITY },
  read: { value: 2, uncertainty: 0.1, entryId: 'entry-9-t' },
  outcome: 'wrong',
};

function Stopped({ stops }: { readonly stops: readonly DeadCheck[] }) {
  const { specimen, record } = useOpenSpecimen();
  const stop = usePowerStop(specimen, stops, record);
  return (
    <>
      <button type="button" onClick={() => stop.record(LIVE)}>
        power
      </button>
      <output>{String(stop.open)}</output>
      <button type="button" onClick={() => void stop.refuse()}>
        refuse
      </button>
      <button type="button" onClick={stop.anyway}>
        anyway
      </button>
    </>
  );
}

const REWORKED: readonly TestLine[] = [
  ...CLIP,
  { kind: 'rework', title: '47 Ω for R1', changes: [{ move: 'replace-resistor', ref: 'R1', ohms: 47, rated: { watts: 0.25 } }] },
];

describe('power after a rework, while a check before it is wrong', () => {
  it('is held; all the same goes on the tape before it', async () => {
    const { recorded } = renderOpen(<Stopped stops={[SHORTED]} />, { lines: REWORKED });
    await press('power');
    expect(recorded).toEqual([]);
    expect(screen.getByRole('status').textContent).toBe('true');
    await press('anyway');
    expect(recorded.map(({ kind }) => kind)).toEqual(['tick', 'state']);
    expect(screen.getByRole('status').textContent).toBe('false');
  });

  it('stays away where it is refused, and goes on where nothing is wrong', async () => {
    const held = renderOpen(<Stopped stops={[SHORTED]} />, { lines: REWORKED });
    await press('power');
    await press('refuse');
    expect(held.recorded).toEqual([]);
    held.unmount();
    const { recorded } = renderOpen(<Stopped stops={[]} />, { lines: REWORKED });
    await press('power');
    expect(recorded).toMatchObject([LIVE]);
  });

  it('the dialog says what was expected, and closing it is a refusal', async () => {
    const said: string[] = [];
    renderOpen(<PowerStopDialog stops={[SHORTED]} open onRefuse={() => said.push('refused')} onAnyway={() => said.push('anyway')} />);
    expect(screen.getByRole('dialog').textContent).toMatch(/across V1.*expected .*, read 2.*Ω/);
    await userEvent.keyboard('{Escape}');
    await press('Power it all the same; it goes on the tape');
    expect(said).toEqual(['refused', 'anyway']);
  });
});
