import { type EntryOf, holdLine, netOf, type Specimen, sayContradiction, sayOver, saySettling } from '@mindful-probe/core';
import { useOpenSpecimen } from '../../../shared/data/open-specimen.tsx';
import { LevelMark } from '../../../shared/kit/level-mark.tsx';
import { lightsOf, useLit } from '../lit.tsx';

/** What was beeped out, what is in doubt with the test that settles it, what cannot all be true, and what to hold next. */
export function HoldList() {
  const { specimen, suggest, record } = useOpenSpecimen();
  const { continuity, sweeps } = specimen;
  if (!continuity) return null;
  const { pairs, unknownPairs, nextHold, doubtful, contradictions, unexplained } = continuity;
  return (
    <section aria-label="Hold and sweep" className="min-w-0">
      <h2 className="flex items-baseline justify-between border-b border-ink">
        Hold and sweep
        <span className="text-12 font-normal text-quiet">
          <span className="font-figures">{pairs - unknownPairs}</span> of <span className="font-figures">{pairs}</span> pairs settled
        </span>
      </h2>
      {contradictions.map((contradiction) => (
        <div key={contradiction.entries.join(' ')} role="alert" className="border-b border-rule py-1.5">
          <p className="flex items-start gap-2.5">
            <LevelMark level="over" /> <span>{sayContradiction(contradiction)}</span>
          </p>
          <p className="flex flex-wrap gap-x-4 pl-7">
            {contradiction.entries.map((id) => (
              <button
                key={id}
                type="button"
                className="text-petrol underline"
                onClick={() => record({ kind: 'strike', entry: id, reason: 'contradicted by others' })}
              >
                strike “{wordsOf(specimen, id)}”
              </button>
            ))}
          </p>
        </div>
      ))}
      {doubtful.map(({ pads: [a, b], ...doubt }) => (
        <div key={`${a} ${b}`} className="my-1 border-[1.5px] border-dashed border-[var(--ochre)] px-2 py-1">
          <p className="flex items-baseline justify-between">
            <button type="button" className="font-figures text-petrol underline" onClick={() => suggest(`hold ${a} over ${b}: ${b} `)}>
              {a} to {b}
            </button>
            <b className="text-ochre">joined, or only {doubt.because.join(' and ')}?</b>
          </p>
          <p className="text-12">{saySettling({ pads: [a, b], ...doubt })}</p>
        </div>
      ))}
      {unexplained.map(({ pads: [a, b], ohms }) => (
        <p key={`${a} ${b}`} className="flex items-center gap-2.5 border-b border-rule py-1">
          <LevelMark level="caution" />
          <span>
            <span className="font-figures">
              {a} to {b}
            </span>{' '}
            shows {ohms} Ω: a part lies between that is not entered yet.
          </span>
        </p>
      ))}
      <ul className="max-h-[190px] overflow-y-auto" tabIndex={sweeps.length > 6 ? 0 : undefined} aria-label="Holds">
        {[...sweeps].reverse().map((sweep) => (
          <HoldRow key={sweep.id} sweep={sweep} specimen={specimen} />
        ))}
      </ul>
      {nextHold && (
        <p className="flex flex-wrap items-baseline gap-x-2 py-1.5">
          <button
            type="button"
            className="font-figures font-[650] text-petrol underline"
            onClick={() => suggest(holdLine(nextHold, specimen.pads.length))}
          >
            hold {nextHold.hold}
          </button>
          <span className="text-quiet">
            over <span className="font-figures">{sayOver(nextHold, specimen.pads.length)}</span> settles {nextHold.settlesPairs} pairs
          </span>
        </p>
      )}
      {continuity.settled && <p className="py-1.5 text-quiet">Every pair of pads is settled.</p>}
    </section>
  );
}

function HoldRow({ sweep, specimen }: { readonly sweep: EntryOf<'sweep'>; readonly specimen: Specimen }) {
  const { light } = useLit();
  const net = netOf(specimen.nets, sweep.hold);
  const beeped = sweep.beeps.map(({ pad, ohms }) => (ohms === undefined ? pad : `${pad} ${ohms}r`)).join(' ');
  return (
    <li
      className="flex items-baseline justify-between gap-3 border-b border-rule py-1"
      {...lightsOf(light, { kind: 'pad', name: sweep.hold })}
    >
      <span className="font-figures">
        hold {sweep.hold}: {beeped || 'none'}
        {sweep.forced && <b className="text-ochre"> forced</b>}
      </span>
      <b className="font-figures text-petrol">{net && !net.name.includes('.') ? net.name : ''}</b>
    </li>
  );
}

function wordsOf({ tape }: Specimen, id: string): string {
  const entry = tape.find((line) => line.entry.id === id)?.entry;
  if (entry?.typed !== undefined) return entry.typed;
  if (entry?.kind === 'sweep') return `hold ${entry.hold}: ${entry.beeps.map(({ pad }) => pad).join(' ') || 'none'}`;
  if (entry?.kind === 'join') return `join ${entry.terminals.join(' ')}`;
  return 'the entry';
}
