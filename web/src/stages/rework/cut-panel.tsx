import { type Circuit, type CutNeeds, cutAt, sayMoves } from '@mindful-probe/core';
import { useId, useState } from 'react';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { Figure } from '../../shared/figures/figure.tsx';
import { FigureTable } from '../../shared/kit/figure-table.tsx';
import { useCut } from '../../shared/worker/use-analysis.ts';

/** The board with the LEDs taken out and used alone: where it is cut, what it had there, and which cells give it that. */
export function CutPanel({ circuit }: { readonly circuit: Circuit }) {
  const { specimen } = useOpenSpecimen();
  const [plus, setPlus] = useState('');
  const [minus, setMinus] = useState('');
  const cut = plus === '' || minus === '' ? undefined : cutAt(circuit, plus, minus);
  const needs = useCut(circuit, typeof cut === 'object' ? cut : undefined);
  const names = specimen.nets.filter(({ pins }) => pins.length > 1).map(({ name }) => name);
  return (
    <>
      <p className="mt-2 flex flex-wrap items-baseline gap-x-3">
        cut between
        <NetChoice label="Plus" names={names} value={plus} onChoose={setPlus} />
        and
        <NetChoice label="Minus" names={names} value={minus} onChoose={setMinus} />
      </p>
      {typeof cut === 'string' && <p className="mt-1 text-ochre">{cut}</p>}
      {needs && !needs.ok && <p className="mt-1 text-ochre">{needs.error.message}</p>}
      {needs?.ok && <Needs needs={needs.value} circuit={circuit} />}
    </>
  );
}

interface NetChoiceProps {
  readonly label: string;
  readonly names: readonly string[];
  readonly value: string;
  readonly onChoose: (net: string) => void;
}

function NetChoice({ label, names, value, onChoose }: NetChoiceProps) {
  const id = useId();
  return (
    <label htmlFor={id} className="flex items-baseline gap-2">
      {label.toLowerCase()}
      <select id={id} value={value} onChange={(event) => onChoose(event.target.value)}>
        <option value="">net</option>
        {names.map((name) => (
          <option key={name}>{name}</option>
        ))}
      </select>
    </label>
  );
}

interface NeedsProps {
  readonly needs: CutNeeds;
  readonly circuit: Circuit;
}

function Needs({ needs: { parts, ledRef, volts, amps, chipAmps, packs }, circuit }: NeedsProps) {
  const { record, specimen } = useOpenSpecimen();
  return (
    <>
      <p className="mt-2">
        Free are {parts.join(', ')}. They have <Figure value={volts} unit="volts" /> and take <Figure value={amps.avg} unit="amps" />, at
        most <Figure value={amps.max} unit="amps" />; a chip of {ledRef} has <Figure value={chipAmps} unit="amps" />. Computed from the
        circuit as read.
      </p>
      {packs.length === 0 ? (
        <p className="mt-1 text-quiet">No number of usual cells gives it near that without a converter.</p>
      ) : (
        <FigureTable
          caption="What could feed it"
          head={['On', 'fresh, of the current it has', 'nearly empty', 'lasts', 'way']}
          rows={packs.map(({ move, fresh, flat, hours }) => {
            const title = sayMoves(circuit, [move]);
            return {
              key: title,
              cells: [
                title.replace('cut free, on ', ''),
                `${Math.round(100 * fresh)} %`,
                `${Math.round(100 * flat)} %`,
                hours !== undefined && <Figure key="hours" value={hours} unit="hours" />,
                <button
                  key="take"
                  type="button"
                  className="text-petrol underline"
                  aria-label={`Take ${title}`}
                  onClick={() => record({ kind: 'rework', title, changes: [move], from: specimen.state })}
                >
                  take
                </button>,
              ],
            };
          })}
        />
      )}
    </>
  );
}
