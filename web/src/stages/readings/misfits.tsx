import { type Cause, type Slot, sayDisagreement, slotWhere } from '@mindful-probe/core';
import { useState } from 'react';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { figureText } from '../../shared/figures/figure.tsx';
import { useCauses } from '../../shared/worker/use-analysis.ts';

/** More than these only by asking. */
const SHOWN_AT_FIRST = 3;

/** Readings that the others speak against, and the single causes that would explain it, likeliest first. */
export function Misfits({ off }: { readonly off: readonly Slot[] }) {
  const { id, entries } = useOpenSpecimen();
  // Two readings of one figure that cannot both be true want no cause but themselves.
  const isTwice = off.every(({ read }) => read?.against);
  const causes = useCauses(id, entries, 0, !isTwice);
  const [all, setAll] = useState(false);
  const shown = all ? (causes ?? []) : (causes ?? []).slice(0, SHOWN_AT_FIRST);
  return (
    <section className="mt-4 max-w-[840px] border-l-4 border-brick py-1 pl-3" aria-label="Does not fit">
      {off.map((slot) => (
        <Contradiction key={slotWhere(slot)} slot={slot} />
      ))}
      {off
        .filter(({ read }) => !read?.against)
        .map((slot) => (
          <p key={slotWhere(slot)}>
            <b className="text-brick">{slotWhere(slot)}</b> read {figureText(slot.read?.value ?? Number.NaN, slot.kind)}, but the others
            expect {figureText(slot.expected, slot.kind)}.
          </p>
        ))}
      {causes === undefined && !isTwice && <p className="text-quiet">Looking for the cause…</p>}
      {causes?.length === 0 && !isTwice && (
        <p className="text-quiet">No single cause explains it: read again, and look at ranges, probes and markings one by one.</p>
      )}
      {shown.length > 0 && (
        <ol className="mt-1 list-decimal pl-5">
          {shown.map((cause) => (
            <CauseRow key={sayDisagreement(cause, cause.context)} cause={cause} />
          ))}
        </ol>
      )}
      {(causes?.length ?? 0) > shown.length && (
        <button type="button" className="text-petrol underline" onClick={() => setAll(true)}>
          {(causes?.length ?? 0) - shown.length} more that would explain less
        </button>
      )}
    </section>
  );
}

/** One figure that was read twice in the same condition, and not the same. */
function Contradiction({ slot: { read, kind, ...place } }: { readonly slot: Slot }) {
  const { record, suggest } = useOpenSpecimen();
  if (!read?.against) return null;
  const { against, value } = read;
  return (
    <p>
      <b className="text-brick">{slotWhere({ ...place, kind, fits: false })}</b> was read {figureText(against.value, kind)} and then{' '}
      {figureText(value, kind)} in the same condition; the later counts.{' '}
      <button
        type="button"
        className="mr-3 text-petrol underline"
        onClick={() => suggest(`${place.ref ?? place.nets?.join(' to ') ?? ''} `)}
      >
        read it again
      </button>
      <button
        type="button"
        className="text-petrol underline"
        onClick={() => record({ kind: 'strike', entry: against.entryId, reason: 'a later reading says otherwise' })}
      >
        strike the earlier
      </button>
    </p>
  );
}

function CauseRow({ cause }: { readonly cause: Cause }) {
  const { testLine, acceptLine, entryId } = cause;
  const { suggest, record } = useOpenSpecimen();
  return (
    <li className="py-0.5">
      {sayDisagreement(cause, cause.context)}{' '}
      {testLine !== undefined && (
        <button type="button" className="mr-3 text-petrol underline" onClick={() => suggest(testLine)}>
          test it
        </button>
      )}
      {acceptLine !== undefined && (
        <button type="button" className="mr-3 text-petrol underline" onClick={() => suggest(acceptLine)}>
          {acceptLine}
        </button>
      )}
      {entryId !== undefined && (
        <button
          type="button"
          className="text-petrol underline"
          onClick={() => record({ kind: 'strike', entry: entryId, reason: 'does not fit the others' })}
        >
          strike it
        </button>
      )}
    </li>
  );
}
