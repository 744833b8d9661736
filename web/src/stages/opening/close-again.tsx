import { useState } from 'react';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { photoAddress } from '../../shared/photos/photo-address.ts';
import { StepWords } from './step-words.tsx';

/** The steps backwards as a checklist, with their pictures and what was changed meanwhile. */
export function CloseAgain() {
  const { specimen } = useOpenSpecimen();
  const [done, setDone] = useState<ReadonlySet<string>>(new Set());
  const toggle = (id: string) => {
    const next = new Set(done);
    if (!next.delete(id)) next.add(id);
    setDone(next);
  };
  const changes = specimen.reworks.map(({ id, title }) => ({ id, title }));
  const pictures = specimen.pictures.filter(({ entry }) => entry.stage === 'opening').toReversed();
  return (
    <>
      {changes.length > 0 && (
        <section aria-label="Changed meanwhile" className="mb-4 max-w-[860px] border-l-4 border-[var(--ochre)] pl-3">
          <h2>Changed meanwhile</h2>
          <ul>
            {changes.map(({ id, title }) => (
              <li key={id}>{title}: insulated, clear of the case, nothing bridged?</li>
            ))}
          </ul>
        </section>
      )}
      <ol className="max-w-[860px] border-t border-ink">
        {specimen.steps.toReversed().map((step, index) => (
          <li key={step.id} className="border-b border-rule py-2">
            <label className="flex items-baseline gap-3">
              <input type="checkbox" className="h-4 w-4" checked={done.has(step.id)} onChange={() => toggle(step.id)} />
              <span className="w-6 text-right font-figures text-17 text-quiet">{index + 1}</span>
              <span className={done.has(step.id) ? 'text-quiet' : ''}>
                <span className="text-12 text-quiet">undo: </span>
                <StepWords step={step} />
                {specimen.pictures
                  .filter(({ entry }) => entry.of === step.id)
                  .map(({ entry }) => (
                    <img
                      key={entry.id}
                      src={photoAddress(entry.hash, 'thumbnail')}
                      alt={entry.name ?? 'as it was'}
                      className="mt-1 h-[84px] w-[112px] border border-rule object-cover"
                    />
                  ))}
              </span>
            </label>
          </li>
        ))}
      </ol>
      {pictures.length > 0 && (
        <p className="mt-4 flex flex-wrap gap-3">
          {pictures.map(({ entry }, index) => (
            <img
              key={entry.id}
              src={photoAddress(entry.hash, 'thumbnail')}
              alt={entry.name ?? `opening, picture ${pictures.length - index}`}
              className="h-[84px] w-[112px] border border-rule object-cover"
            />
          ))}
        </p>
      )}
      <p role="status" className="mt-3 text-quiet">
        {done.size} of {specimen.steps.length} gone back. Marks and polarity as noted; nothing left over in the lid?
      </p>
    </>
  );
}
