import { describe, expect, it } from '@jest/globals';
import type { Meter } from '@mindful-probe/core';
import { render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { OwnMeterForm } from './own-meter-form.tsx';

const line = (unit: string) => within(screen.getByRole('group', { name: unit }));
const keep = () => userEvent.click(screen.getByRole('button', { name: 'Keep it' }));

function show(onSave: (meter: Meter) => Promise<void> = async () => undefined): Meter[] {
  const saved: Meter[] = [];
  render(
    <OwnMeterForm
      onSave={async (meter) => {
        await onSave(meter);
        saved.push(meter);
      }}
    />,
  );
  return saved;
}

describe('a meter of one’s own', () => {
  it('is what its leaflet says: percent and digits with a comma, input with a prefix', async () => {
    const saved = show();
    await userEvent.type(screen.getByLabelText('Name'), 'grey one');
    await userEvent.type(line('volts').getByLabelText('± %'), '0,5');
    await userEvent.type(line('volts').getByLabelText('+ digits'), '3');
    await userEvent.type(line('volts').getByLabelText('counts'), '6000');
    await userEvent.type(line('volts').getByLabelText('input, Ω'), '10 M');
    await userEvent.type(line('ohms').getByLabelText('± %'), '1.2');
    await keep();
    expect(saved).toEqual([
      expect.objectContaining({
        name: 'grey one',
        role: 'probes',
        trueRms: false,
        ranges: [
          expect.objectContaining({ unit: 'volts', percent: 0.5, digits: 3, counts: 6000, inputOhms: 10e6 }),
          expect.objectContaining({ unit: 'ohms', percent: 1.2, digits: 0 }),
        ],
      }),
    ]);
  });

  it('asks for other lines where it is held otherwise', async () => {
    show();
    expect(screen.queryByRole('group', { name: 'celsius' })).toBeNull();
    await userEvent.selectOptions(screen.getByLabelText('Held'), 'temperature');
    expect(screen.getByRole('group', { name: 'celsius' })).toBeTruthy();
    expect(screen.queryByRole('group', { name: 'ohms' })).toBeNull();
  });

  it('wants one line and a name, and says which is missing', async () => {
    const saved = show();
    await userEvent.type(screen.getByLabelText('Name'), 'grey one');
    await keep();
    expect(screen.getByRole('alert').textContent).toContain('At least one line');
    await userEvent.clear(screen.getByLabelText('Name'));
    await userEvent.type(line('amps').getByLabelText('± %'), '1');
    await keep();
    expect(screen.getByRole('alert').textContent).toContain('a name is wanted');
    expect(saved).toEqual([]);
  });

  it('takes no rubbish, and says what the server says', async () => {
    const saved = show(async () => {
      throw new Error('There is a grey one already.');
    });
    await userEvent.type(screen.getByLabelText('Name'), 'grey one');
    await userEvent.type(line('volts').getByLabelText('± %'), 'good');
    await keep();
    expect(screen.getByRole('alert').textContent).toMatch(/percent/);
    await userEvent.clear(line('volts').getByLabelText('± %'));
    await userEvent.type(line('volts').getByLabelText('± %'), '1');
    await keep();
    expect(screen.getByRole('alert').textContent).toBe('There is a grey one already.');
    expect(saved).toEqual([]);
  });
});
