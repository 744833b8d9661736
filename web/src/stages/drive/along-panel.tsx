import type { AlongWires } from '@mindful-probe/core';
import { Figure } from '../../shared/figures/figure.tsx';
import { FigureTable } from '../../shared/kit/figure-table.tsx';

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
      <FigureTable
        caption="From the supply on"
        head={['LED', 'wires to it', 'lost in them', 'chip current', 'of the most']}
        rows={places.map(({ ref, ohms, lostVolts, chipAmps, share }) => ({
          key: ref,
          cells: [
            ref,
            <Figure key="ohms" value={ohms} unit="ohms" />,
            <Figure key="lost" value={lostVolts} unit="volts" />,
            <Figure key="amps" value={chipAmps} unit="amps" />,
            `${Math.round(100 * share)} %`,
          ],
        }))}
      />
    </>
  );
}
