import { type Appraisal, misfitsIn } from '@mindful-probe/core';
import { useState } from 'react';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { sayProposal } from '../../shared/figures/say-proposal.ts';
import { LevelMark } from '../../shared/kit/level-mark.tsx';

const ON_DEMAND = 3;

/** What would teach something beside the next probe, which stands at the foot of the page: on demand. */
export function NextProbes({ appraisal: { next, hardest, circuit, slots } }: { readonly appraisal: Appraisal }) {
  const { suggest } = useOpenSpecimen();
  const [more, setMore] = useState(false);
  if (!hardest) return null;
  // While readings do not fit, what would settle that stands above.
  if (next.length === 0 && misfitsIn(slots).length > 0) return null;
  if (next.length === 0) return <p className="mt-3 text-quiet">Enough: more readings would hardly change what drives {hardest.ref}.</p>;
  const others = next.slice(1, 1 + ON_DEMAND);
  if (others.length === 0) return null;
  if (!more)
    return (
      <p className="mt-3">
        <button type="button" className="text-petrol underline" onClick={() => setMore(true)}>
          what else would teach something
        </button>
      </p>
    );
  return (
    <section aria-label="Next probes" className="mt-3 max-w-[840px]">
      <ol>
        {others.map((proposal) => {
          const { what, place, gain, line, caution } = sayProposal(proposal, hardest.figure.value, circuit);
          return (
            <li
              key={`${proposal.kind} ${proposal.ref} ${proposal.chipAmps ?? ''}`}
              className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1"
            >
              <button type="button" className="font-figures font-[650] text-petrol underline" onClick={() => suggest(line)}>
                {what}
              </button>
              <span>
                {place}: {gain}
              </span>
              {caution !== undefined && (
                <span className="flex items-center gap-2">
                  <LevelMark level="caution" /> {caution}
                </span>
              )}
            </li>
          );
        })}
      </ol>
    </section>
  );
}
