import type { AlongWires } from '@mindful-probe/core';
import { Figure } from '../../shared/figures/figure.tsx';

/** What is left of the supply along its wires, and where it would better be fed. */
export function AlongPanel({ along: { places, feeds } }: { readonly along: AlongWires }) {
  return (
    <>
      <p className="max-w-[70ch]">
        The LED that has least, against the one that has most now:{' '}
        {feeds.map(({ how, leastShare }, index) => (
          <span key={how}>
            {index > 0 && '; '}
            {how} <b className="font-figures font-[650]">{Math.round(100 * leastShare)} %</b>
          </span>
        ))}
        . Computed from the circuit.
      </p>
      <table className="mt-2 border-collapse [&_td]:py-1 [&_td]:pr-6 [&_td]:text-right [&_th]:py-1 [&_th]:pr-6 [&_th]:text-right">
        <caption className="sr-only">From the supply on</caption>
        <thead>
          <tr className="border-b border-ink text-12 text-quiet">
            <th scope="col" className="!text-left font-normal">
              LED
            </th>
            <th scope="col" className="font-normal">
              wires to it
            </th>
            <th scope="col" className="font-normal">
              lost in them
            </th>
            <th scope="col" className="font-normal">
              chip current
            </th>
            <th scope="col" className="font-normal">
              of the most
            </th>
          </tr>
        </thead>
        <tbody>
          {places.map(({ ref, ohms, lostVolts, chipAmps, share }) => (
            <tr key={ref} className="border-b border-rule">
              <th scope="row" className="!text-left font-medium">
                {ref}
              </th>
              <td>
                <Figure value={ohms} unit="ohms" />
              </td>
              <td>
                <Figure value={lostVolts} unit="volts" />
              </td>
              <td>
                <Figure value={chipAmps} unit="amps" />
              </td>
              <td className="font-figures">{Math.round(100 * share)} %</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
