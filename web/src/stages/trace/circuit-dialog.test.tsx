import { describe, expect, it } from '@jest/globals';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { renderOpen } from '../../testing/render-open.testing.tsx';
import { CircuitFromFile } from './circuit-from-file.tsx';

describe('a circuit from a file', () => {
  it('is refused with what is wrong and where, and goes on the tape part by part', async () => {
    const { recorded: drafts } = renderOpen(<CircuitFromFile />);
    await userEvent.click(screen.getByRole('button', { name: 'Circuit from a file' }));
    const field = await screen.findByLabelText('Circuit document');
    const part = { ref: 'R1', kind: 'resistor', pins: ['a', 'g'], ohms: -5 };
    const document = (ohms: number) => JSON.stringify({ format: 'mindful-probe.circuit', version: 1, parts: [{ ...part, ohms }] });
    await userEvent.click(field);
    await userEvent.paste(document(-5));
    expect(screen.getByRole('alert').textContent).toMatch(/R1[\s\S]*ohms/);
    await userEvent.clear(field);
    await userEvent.click(field);
    await userEvent.paste(document(39));
    await userEvent.click(screen.getByRole('button', { name: 'Put them on the tape' }));
    expect(drafts).toMatchObject([{ kind: 'part', part: { ref: 'R1', ohms: 39 } }]);
  });
});
