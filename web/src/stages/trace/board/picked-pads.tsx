import { benchContext, parseBenchLine } from '@mindful-probe/core';
import { useMemo } from 'react';
import { useOpenSpecimen } from '../../../shared/data/open-specimen.tsx';

/** Puts the hold on the tape from here; the bench line does the same with Enter. */
export function Keep({ line }: { readonly line: string }) {
  const { specimen, record, write } = useOpenSpecimen();
  const outcome = useMemo(() => parseBenchLine(line, benchContext(specimen)), [line, specimen]);
  if (outcome.kind !== 'entry') return null;
  return (
    <p className="flex flex-wrap items-center gap-3">
      <button
        type="button"
        className="action"
        onClick={() => {
          record({ ...outcome.draft, typed: line });
          write('');
        }}
      >
        Keep
      </button>
      {outcome.meaning}
    </p>
  );
}

/** What can be said of pads that were picked. */
export function PickedPads({ picked, onDone }: { readonly picked: readonly string[]; readonly onDone: () => void }) {
  const { specimen, record, suggest } = useOpenSpecimen();
  const [only] = picked;
  const strike = () => {
    for (const { entry, struck } of specimen.tape)
      if (!struck && entry.kind === 'pad' && picked.includes(entry.pad)) record({ kind: 'strike', entry: entry.id, reason: 'unpinned' });
    onDone();
  };
  return (
    <p className="flex flex-wrap gap-x-4">
      <b className="font-figures">{picked.join(' ')}</b>
      {picked.length === 1 ? (
        <button type="button" className="text-petrol underline" onClick={() => suggest(`pad ${only} as `)}>
          another name
        </button>
      ) : (
        <button
          type="button"
          className="text-petrol underline"
          onClick={() => {
            for (const pad of picked) record({ kind: 'pad', pad, copper: `of pad ${only}` });
            onDone();
          }}
        >
          lie on one piece of copper
        </button>
      )}
      <button type="button" className="text-petrol underline" onClick={strike}>
        unpin
      </button>
      <button type="button" className="text-petrol underline" onClick={onDone}>
        leave
      </button>
    </p>
  );
}
