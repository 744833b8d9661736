import { expect, it } from '@jest/globals';
import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { CLIP, renderOpen } from '../../testing/render-open.testing.tsx';
import { LoggedDialog } from './logged-dialog.tsx';

const csv = (text: string) => {
  const file = new File([text], 'log.csv', { type: 'text/csv' });
  // The simulated browser has files without their text.
  return Object.assign(file, { text: () => Promise.resolve(text) });
};

it('a log with clock times and a gap is said by its columns, and kept as readings of their places', async () => {
  const file = csv(
    'Date;Time;Probe (°C);I (mA)\n07.03.2026;23:59:30;21,5;38,1\n08.03.2026;00:00:30;OL;37,9\n08.03.2026;00:01:30;27,5;37,7\n',
  );
  const { recorded } = renderOpen(<LoggedDialog file={file} onClose={() => undefined} />, { lines: CLIP });
  const dialog = await screen.findByRole('dialog');
  await screen.findByText('Probe (°C)');
  const said = dialog.textContent?.replaceAll(/\s/g, ' ') ?? '';
  expect(said).toContain('3 rows over 120 s.');
  expect(said).toContain('24.5 °C on average, from 21.5 °C to 27.5 °C, 1 row without a figure');
  expect(said).toContain('37.9 mA on average, 37.9 mA rms, from 37.7 mA to 38.1 mA');
  await userEvent.click(screen.getByRole('button', { name: 'Keep as readings' }));
  expect(recorded.length).toBeGreaterThan(0);
  expect(recorded).toMatchObject(recorded.map(() => ({ kind: 'reading', place: { at: 'surface', name: 'case' } })));
});

it('a file without figures is refused under its name', async () => {
  renderOpen(<LoggedDialog file={csv('hello')} onClose={() => undefined} />, { lines: CLIP });
  expect((await screen.findByRole('alert')).textContent).toBe('log.csv: No rows of figures were found in it.');
});
