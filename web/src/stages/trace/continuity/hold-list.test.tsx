import { describe, expect, it } from '@jest/globals';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { renderOpen, type TestLine } from '../../../testing/render-open.testing.tsx';
import { HoldList } from './hold-list.tsx';

const sweep = (hold: string, over: string[], beeps: { pad: string; ohms?: number }[]): TestLine => ({
  kind: 'sweep',
  hold,
  over,
  beeps,
});
const resistor = (ref: string, a: string, b: string, ohms: number): TestLine => ({
  kind: 'part',
  part: { ref, kind: 'resistor', pins: [a, b], ohms },
});

describe('holds and sweeps', () => {
  it('count what is settled and offer the hold that settles most', async () => {
    const { suggested } = renderOpen(<HoldList />, { lines: [sweep('1', ['2', '3', '4'], [{ pad: '2', ohms: 0.2 }])] });
    expect(screen.getByText(/pairs settled/).textContent).toMatch(/5 of 6 pairs settled/);
    await userEvent.click(screen.getByRole('button', { name: /^hold/ }));
    expect(suggested[0]).toMatch(/^hold /);
  });

  it('doubt a beep that a part explains as well, and say the test that settles it', async () => {
    const { suggested } = renderOpen(<HoldList />, { lines: [resistor('R1', '1', '2', 9.1), sweep('1', ['2'], [{ pad: '2' }])] });
    expect(screen.getByText(/joined, or only R1/)).toBeTruthy();
    expect(screen.getByText(/R1 alone would show 9\.1 ohm/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: '1 to 2' }));
    expect(suggested).toEqual(['hold 1 over 2: 2 ']);
  });

  it('name what cannot all be true by what was held, and striking one of them settles it', async () => {
    const { recorded } = renderOpen(<HoldList />, {
      lines: [sweep('1', ['2'], [{ pad: '2', ohms: 0.1 }]), sweep('2', ['3'], [{ pad: '3', ohms: 0.1 }]), sweep('1', ['3'], [])],
    });
    expect(screen.getByRole('alert').textContent).toContain(
      '“hold 1” says silence between 1 and 3; “hold 1” and “hold 2” together join them.',
    );
    const [strike] = screen.getAllByRole('button', { name: /^strike/ });
    if (strike) await userEvent.click(strike);
    expect(recorded).toMatchObject([{ kind: 'strike' }]);
    expect(screen.queryByRole('alert')).toBeNull();
  });
});
