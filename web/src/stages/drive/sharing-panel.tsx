import { CHIP_SPREADS, type DriveDetails } from '@mindful-probe/core';
import { multipleText } from '../../shared/figures/figure.tsx';

/** How evenly chips in parallel share, and what one that goes dark does to the rest. */
export function SharingPanel({ details: { leds, strings } }: { readonly details: DriveDetails }) {
  const rows = [
    ...leds.flatMap(({ sharing }) =>
      sharing.map(({ ref, count, ...shared }) => ({ ...shared, what: `${count} at ${ref}`, base: undefined as number | undefined })),
    ),
    ...strings.flatMap(({ spread, strings: each }) =>
      each.map(({ refs, ofRated, ...shared }) => ({ ...shared, spread, what: refs.join(' '), base: ofRated })),
    ),
  ];
  return (
    <>
      {rows.length > 0 && (
        <table className="w-full border-collapse">
          <caption className="pb-1 text-left text-quiet">
            Chips of one kind differ in their volts by {1000 * CHIP_SPREADS['of one bin']} mV within a bin and by{' '}
            {1000 * CHIP_SPREADS.mixed} mV as they come (one standard deviation). Drawn by that, again and again: the hardest driven chip of
            those in parallel, against an even share; and each string’s, against chips that are all alike.
          </caption>
          <thead>
            <tr className="border-b border-ink">
              <th scope="col">Chips</th>
              <th scope="col">Chosen</th>
              <th scope="col" className="text-right">
                Of rated
              </th>
              <th scope="col" className="text-right">
                Usually
              </th>
              <th scope="col" className="text-right">
                One gadget in twenty
              </th>
              <th scope="col" className="text-right">
                Its life then
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ what, spread, base, typical, oneInTwenty, lifeOfOneInTwenty }) => (
              <tr key={`${what} ${spread}`} className="border-b border-rule [&>*]:py-1">
                <th scope="row" className="font-normal">
                  {what}
                </th>
                <td>{spread}</td>
                <td className="text-right font-figures">{base === undefined ? '' : multipleText(base)}</td>
                <td className="text-right font-figures">{multipleText(typical)}</td>
                <td className="text-right font-figures">{multipleText(oneInTwenty)}</td>
                <td className="text-right font-figures">{multipleText(lifeOfOneInTwenty)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <ul className="mt-3">{leds.flatMap(({ ref, dark }) => (dark ? [<li key={ref}>{dark.text}</li>] : []))}</ul>
    </>
  );
}
