import { describe, expect, it } from '@jest/globals';
import { render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { SWRConfig } from 'swr';
import { CLIP, entriesOf } from '../testing/render-open.testing.tsx';
import { streamByHand } from '../testing/stand-in-events.testing.ts';
import { answering } from '../testing/stand-in-server.testing.ts';
import { AddDialog } from './add-dialog.tsx';
import { type AskedColumn, columnsIn, textOfColumns } from './asked-states.ts';

describe('one more to compare', () => {
  it('is chosen by its name, then by its state, as found or after a rework', async () => {
    streamByHand();
    const entries = entriesOf({ kind: 'name', name: 'Book clip' }, ...CLIP, {
      kind: 'rework',
      title: '47 Ω for R1',
      changes: [{ move: 'replace-resistor', ref: 'R1', ohms: 47, rated: { watts: 0.25 } }],
    });
    answering(({ path }) =>
      path.includes('/tape')
        ? { lines: entries.map((entry, index) => ({ seq: index + 1, entry })) }
        : { specimens: [{ id: 'clip', createdAt: '', lastSeq: entries.length }], found: 1, total: 1 },
    );
    const added: AskedColumn[] = [];
    let closed = 0;
    render(
      <SWRConfig value={{ provider: () => new Map() }}>
        <AddDialog open onClose={() => (closed += 1)} onAdd={(column) => added.push(column)} />
      </SWRConfig>,
    );
    await userEvent.click(await screen.findByRole('button', { name: /clip/ }));
    const states = within(await screen.findByRole('list', { name: 'States of Book clip' })).getAllByRole('button');
    expect(states.map(({ textContent }) => textContent)).toEqual(['Book clip, as found', 'Book clip, 47 Ω for R1']);
    await userEvent.click(states[1] as HTMLElement);
    expect(added).toEqual([{ id: 'clip', rework: 1 }]);
    expect(closed).toBe(1);
  });

  it('what is compared stands in the address, and comes back from it', () => {
    const columns: readonly AskedColumn[] = [{ id: 'clip' }, { id: 'lamp', rework: 2 }, { id: 'bar', rework: 0 }];
    expect(columnsIn(textOfColumns(columns))).toEqual(columns);
    expect(columnsIn(',,clip:x,lamp:-1')).toEqual([{ id: 'clip' }, { id: 'lamp' }]);
  });
});
