import { type Charging, sayCharging } from '@mindful-probe/core';
import { Figure } from '../../shared/figures/figure.tsx';
import { FigureTable } from '../../shared/kit/figure-table.tsx';

/** Rows enough to see its two parts: steady current, then steady volts. */
const SHOWN = [0, 0.1, 0.25, 0.5, 0.75, 0.9, 1] as const;

/** How its cells are charged, from flat. Computed, as is typical of them. */
export function ChargingPanel({ charging }: { readonly charging: Charging }) {
  const { points } = charging;
  const last = points.length - 1;
  const shown = [...new Set(SHOWN.map((share) => Math.round(share * last)))].flatMap((index) => points[index] ?? []);
  return (
    <section aria-label="Charging" className="mb-4">
      <p className="max-w-[70ch]">{sayCharging(charging)}</p>
      <FigureTable
        caption="While it is charged"
        head={['charged', 'after', 'at its pins', 'into it']}
        rows={shown.map(({ hours, charge, volts, amps }) => ({
          key: String(charge),
          cells: [
            `${Math.round(100 * charge)} %`,
            <Figure key="hours" value={hours} unit="hours" />,
            <Figure key="volts" value={volts} unit="volts" />,
            <Figure key="amps" value={amps} unit="amps" />,
          ],
        }))}
      />
    </section>
  );
}
