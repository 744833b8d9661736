import type { LedDetails } from '@mindful-probe/core';
import { multipleText } from '../../shared/figures/figure.tsx';

/** How evenly chips side by side share, and what one that goes dark does to the rest. */
export function SharingPanel({ leds }: { readonly leds: readonly LedDetails[] }) {
  const shared = leds.flatMap(({ sharing }) => sharing);
  return (
    <>
      {shared.length > 0 && (
        <table className="w-full border-collapse">
          <caption className="pb-1 text-left text-quiet">
            The hardest driven of the chips side by side, as a multiple of an even share
          </caption>
          <thead>
            <tr className="border-b border-ink">
              <th scope="col">Chips</th>
              <th scope="col">Chosen</th>
              <th scope="col" className="text-right">
                Usually
              </th>
              <th scope="col" className="text-right">
                One gadget in twenty
              </th>
            </tr>
          </thead>
          <tbody>
            {shared.map(({ ref, count, spread, typical, unlucky }) => (
              <tr key={`${ref} ${spread}`} className="border-b border-rule">
                <th scope="row" className="py-1 font-normal">
                  {count} at {ref}
                </th>
                <td>{spread}</td>
                <td className="text-right font-figures">{multipleText(typical)}</td>
                <td className="text-right font-figures">{multipleText(unlucky)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <ul className="mt-3">{leds.flatMap(({ ref, dark }) => (dark ? [<li key={ref}>{dark.text}</li>] : []))}</ul>
    </>
  );
}
