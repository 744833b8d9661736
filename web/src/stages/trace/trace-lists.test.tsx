import { describe, expect, it } from '@jest/globals';
import { replay } from '@mindful-probe/core';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { CLIP, entriesOf, renderOpen } from '../../testing/render-open.testing.tsx';
import { answering } from '../../testing/stand-in-server.testing.ts';
import { ByMark } from './by-mark.tsx';
import { LitProvider } from './lit.tsx';
import { NetsList } from './nets-list.tsx';
import { PartsTable } from './parts-table.tsx';

describe('the parts of a trace', () => {
  it('are said by kind and value, with the nets that they lie between', () => {
    renderOpen(<PartsTable />, { lines: CLIP });
    const resistor = screen.getByRole('row', { name: /^R1/ });
    expect(resistor.textContent).toMatch(/resistor 27(\.0)?\s?Ω/);
    expect(screen.getAllByRole('rowheader').map(({ textContent }) => textContent)).toEqual(['V1', 'R1', 'D1']);
    // Its two ends are two nets, and the second is the one that the LED begins at.
    const nets = (ref: string) =>
      within(screen.getByRole('row', { name: new RegExp(`^${ref}`) }))
        .getAllByRole('cell')
        .at(-1)
        ?.textContent?.split(', ');
    expect(nets('R1')?.[1]).toBe(nets('D1')?.[0]);
    expect(nets('R1')?.[0]).toBe(nets('V1')?.[0]);
  });

  it('a part that was only seen asks for its value', async () => {
    const { suggested } = renderOpen(<PartsTable />, { lines: ['R7 on 4 9'] });
    await userEvent.click(screen.getByRole('button', { name: /which value/ }));
    expect(suggested).toEqual(['R7 ']);
  });
});

describe('the nets of a trace', () => {
  it('name every pin once, and offer to join a pin that is alone', async () => {
    const { suggested } = renderOpen(<NetsList />, { lines: ['V1 5v usb', 'R1 27r on V1.+ B'] });
    const pins = screen.getByRole('region', { name: 'Nets' }).textContent ?? '';
    for (const pin of ['V1.1', 'R1.1']) expect(pins.split(pin)).toHaveLength(2);
    const loose = screen.getAllByRole('button', { name: 'joined to nothing yet' });
    expect(loose).toHaveLength(2);
    await userEvent.click(loose[0] as HTMLElement);
    expect(suggested[0]).toMatch(/^join \S+ $/);
  });

  it('light up with their parts while they are pointed at', async () => {
    renderOpen(
      <LitProvider specimen={replay(entriesOf(...CLIP))} asked={undefined}>
        <NetsList />
        <PartsTable />
      </LitProvider>,
      { lines: CLIP },
    );
    const row = screen.getByRole('row', { name: /^R1/ });
    expect(row.className).not.toContain('bg-part');
    await userEvent.hover(within(screen.getByRole('region', { name: 'Nets' })).getAllByRole('button')[0] as HTMLElement);
    expect(row.className).toContain('bg-part');
    await userEvent.unhover(within(screen.getByRole('region', { name: 'Nets' })).getAllByRole('button')[0] as HTMLElement);
    expect(row.className).not.toContain('bg-part');
  });
});

describe('a chip by its mark', () => {
  it('has its pins with their nets, and offers what usually stands around it and was not found', async () => {
    answering(() => ({ marks: [] }));
    const { suggested } = renderOpen(<ByMark />, {
      lines: ['V1 24v on P G', 'D1 white series 6 on P K', 'U1 mark LK20 on K G S', 'R1 30r on S G'],
    });
    const chip = screen.getByRole('region', { name: 'By its mark' });
    expect(chip.textContent).toContain('U1 LK20');
    expect(within(chip).getAllByRole('listitem').length).toBeGreaterThan(3);
    const offers = within(chip).queryAllByRole('button');
    for (const offer of offers) await userEvent.click(offer);
    expect(suggested).toHaveLength(offers.length);
    expect(suggested.length).toBeGreaterThan(0);
  });

  it('is nothing where no chip is marked', () => {
    answering(() => ({ marks: [] }));
    renderOpen(<ByMark />, { lines: CLIP });
    expect(screen.queryByRole('region')).toBeNull();
  });
});
