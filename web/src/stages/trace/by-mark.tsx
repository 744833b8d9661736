import { formatEngineering, type MarkedChip, markedChips, type UsualAround } from '@mindful-probe/core';
import { useMemo } from 'react';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { useMarks } from '../../shared/data/use-bench-list.ts';
import { LevelMark } from '../../shared/kit/level-mark.tsx';

/** What the table of marks says of each chip: its pins, what sets its current, and what usually stands around it. */
export function ByMark() {
  const { specimen } = useOpenSpecimen();
  const { marks } = useMarks();
  const chips = useMemo(() => markedChips(specimen, marks), [specimen, marks]);
  if (chips.length === 0) return null;
  return (
    <section aria-label="By its mark" className="mt-4 min-w-0">
      <h2 className="border-b border-ink">By its mark</h2>
      <ul>
        {chips.map((chip) => (
          <Chip key={chip.ref} chip={chip} />
        ))}
      </ul>
    </section>
  );
}

function Chip({ chip: { ref, mark, pins, setBy, around, line } }: { readonly chip: MarkedChip }) {
  return (
    <li className="border-b border-rule py-1.5">
      <p>
        <b className="font-[650]">
          {ref} {mark.mark}
        </b>{' '}
        {mark.what}
        {mark.limits !== undefined && <span className="text-quiet">, {mark.limits}</span>}
      </p>
      <ol className="mt-1 flex flex-wrap gap-x-3 text-12">
        {pins.map(({ name, net }, index) => (
          <li key={name}>
            <span className="font-figures text-quiet">{index + 1}</span> {name} <span className="font-figures">{net ?? '?'}</span>
          </li>
        ))}
      </ol>
      {setBy && (
        <p className="mt-1">
          Current{' '}
          <span className="font-figures">
            {formatEngineering(setBy.volts, 'volts').text} ÷ {formatEngineering(setBy.ohms, 'ohms').text} ({setBy.refs.join(' ∥ ')}) ={' '}
            {formatEngineering(setBy.volts / setBy.ohms, 'amps').text}
          </span>
        </p>
      )}
      {line !== undefined && <Offer words="What sets its current is there now:" line={line} />}
      <ul className="mt-1">
        {around.map((item) => (
          <Around key={`${item.usual.letter} ${item.usual.words} ${item.usual.from} ${item.usual.to}`} item={item} />
        ))}
      </ul>
    </li>
  );
}

function Around({ item: { usual, refs, line } }: { readonly item: UsualAround }) {
  const between = `${usual.from} to ${usual.to}`;
  if (line === undefined)
    return (
      <li>
        <span className="font-figures">{refs.join(' ')}</span> <span className="text-quiet">{between}</span>
      </li>
    );
  return (
    <li className="flex items-start gap-2">
      <LevelMark level="caution" />
      <Offer words={`Usual from ${between}, not found:`} line={line} />
    </li>
  );
}

/** A line for the bench line, which whoever has looked can enter. */
function Offer({ words, line }: { readonly words: string; readonly line: string }) {
  const { suggest } = useOpenSpecimen();
  return (
    <p>
      {words}{' '}
      <button type="button" className="text-left font-figures text-petrol underline" onClick={() => suggest(line)}>
        {line}
      </button>
    </p>
  );
}
