import { type Charging, sayCharging } from '@mindful-probe/core';
import { Figure } from '../../shared/figures/figure.tsx';

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
      <table className="mt-2 border-collapse [&_td]:py-1 [&_td]:pr-6 [&_td]:text-right [&_th]:py-1 [&_th]:pr-6 [&_th]:text-right">
        <caption className="sr-only">While it is charged</caption>
        <thead>
          <tr className="border-b border-ink text-12 text-quiet">
            <th scope="col" className="font-normal">
              after
            </th>
            <th scope="col" className="font-normal">
              charged
            </th>
            <th scope="col" className="font-normal">
              at its pins
            </th>
            <th scope="col" className="font-normal">
              into it
            </th>
          </tr>
        </thead>
        <tbody>
          {shown.map(({ hours, charge, volts, amps }) => (
            <tr key={charge} className="border-b border-rule">
              <td>
                <Figure value={hours} unit="hours" />
              </td>
              <td className="font-figures">{Math.round(100 * charge)} %</td>
              <td>
                <Figure value={volts} unit="volts" />
              </td>
              <td>
                <Figure value={amps} unit="amps" />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
