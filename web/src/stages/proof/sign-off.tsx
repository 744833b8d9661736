import { openQuestionsOf, type Proof, sayMinutes, sayOpenQuestion } from '@mindful-probe/core';
import { useState } from 'react';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { promisedTo, settleStock } from '../../shared/data/use-drawer.ts';
import { CostLine } from '../../shared/figures/cost-line.tsx';

const MONTH_MINUTES = 43_830;

/** It stays or goes back, with the reason; what is open is said, and stops nothing. */
export function SignOff({ proof }: { readonly proof: Proof | undefined }) {
  const { specimen, record, id } = useOpenSpecimen();
  const [reason, setReason] = useState('');
  const [watches, setWatches] = useState(false);
  const [what, setWhat] = useState('does it still work as it did');
  const sign = (verdict: 'keep' | 'back') => {
    const text = reason.trim();
    record({ kind: 'proof', verdict, ...(text !== '' && { text }) });
    if (verdict === 'keep' && watches && what.trim() !== '') record({ kind: 'look', text: what.trim(), afterMinutes: MONTH_MINUTES });
    // What stays in is out of the drawer, and what is taken back lies in it again.
    settleStock(promisedTo(id, specimen.reworks.length), verdict === 'keep');
  };
  const open = proof ? openQuestionsOf(proof).map(sayOpenQuestion) : [];
  const looks = specimen.looks.filter(({ ended }) => !ended);
  return (
    <section className="max-w-[900px] pt-5" aria-label="Sign-off">
      <h2 className="border-b border-ink">Sign-off</h2>
      {open.length > 0 && (
        <p className="py-1.5" data-open>
          Open: {open.join('; ')}. It stops nothing, and stands in the write-up.
        </p>
      )}
      <CostLine specimen={specimen} />
      {specimen.proof ? (
        <p className="py-1.5 text-17">
          {specimen.proof.verdict === 'keep'
            ? 'Signed off: the rework stays.'
            : 'Taken back: as it was before. Another way can be tried in Rework.'}
          {specimen.proof.text && <span className="block text-14 text-quiet">{specimen.proof.text}</span>}
        </p>
      ) : (
        <>
          <label className="block py-1.5">
            <span className="block text-12 text-quiet">why it stays, or goes back</span>
            <input value={reason} onChange={(event) => setReason(event.target.value)} maxLength={2000} className="w-full" />
          </label>
          <label className="flex flex-wrap items-center gap-2 py-1">
            <input type="checkbox" className="size-5" checked={watches} onChange={() => setWatches((now) => !now)} />
            to be looked at again in a month:
            <input
              value={what}
              disabled={!watches}
              aria-label="What to look at again"
              onChange={(event) => setWhat(event.target.value)}
              maxLength={300}
              className="min-w-[240px] flex-1"
            />
          </label>
          <div className="mt-2 flex gap-4">
            <button type="button" className="action" onClick={() => sign('keep')}>
              Sign off: it stays
            </button>
            <button type="button" className="action" onClick={() => sign('back')}>
              Take it back
            </button>
          </div>
        </>
      )}
      {looks.map(({ entry }) => (
        <p key={entry.id} className="pt-1 text-quiet">
          Again in {sayMinutes(entry.afterMinutes)} from {entry.at.slice(0, 10)}: {entry.text}
        </p>
      ))}
    </section>
  );
}
