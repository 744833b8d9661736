import { CLAIM_LABELS, CLAIM_TEXT_LABELS, type EntryDraft, type ListingFind, parseListing, sayClaim } from '@mindful-probe/core';
import { useMemo, useState } from 'react';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { Dialog } from '../../shared/kit/dialog.tsx';

/** A listing pasted whole; the claims found in it are taken one by one. */
export function ListingDialog() {
  const { record } = useOpenSpecimen();
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const [done, setDone] = useState<ReadonlyMap<string, 'taken' | 'left'>>(new Map());
  const finds = useMemo(() => parseListing(text), [text]);
  const settle = (find: ListingFind, how: 'taken' | 'left') => {
    if (how === 'taken') record(draftOf(find));
    setDone(new Map(done).set(keyOf(find), how));
  };
  const open_ = finds.filter((find) => !done.has(keyOf(find)));
  const keepWhole = () => {
    record({ kind: 'claim-text', field: 'listing', text: text.trim(), source: 'listing' });
    setOpen(false);
  };
  return (
    <>
      <button type="button" className="action" onClick={() => setOpen(true)}>
        Paste a listing
      </button>
      <Dialog
        open={open}
        onOpenChange={setOpen}
        title="Paste a listing"
        description="Claims are picked out of it; each is yours to take or leave."
      >
        <label>
          <span className="block text-12 text-quiet">The listing, whole</span>
          <textarea
            className="h-[120px] w-full font-words"
            value={text}
            maxLength={50_000}
            onChange={(event) => {
              setText(event.target.value);
              setDone(new Map());
            }}
          />
        </label>
        {text.trim() !== '' && (
          <p role="status" className="mt-2 text-quiet">
            {finds.length === 0 ? 'No claim was found in it.' : `${finds.length} claims found, ${open_.length} to decide.`}
          </p>
        )}
        <ul className="mt-2">
          {finds.map((find) => {
            const how = done.get(keyOf(find));
            return (
              <li key={keyOf(find)} className="grid grid-cols-[1fr_auto_auto] items-center gap-3 border-b border-rule py-1.5">
                <span>
                  <b className="font-[650]">{labelOf(find)}</b> <span className="font-figures">{saidIn(find)}</span>
                  <span className="block text-12 text-quiet">{find.snippet}</span>
                </span>
                {how ? (
                  <span className="text-quiet">{how}</span>
                ) : (
                  <>
                    <button
                      type="button"
                      className="action"
                      onClick={() => settle(find, 'taken')}
                      aria-label={`Take ${labelOf(find)} ${saidIn(find)}`}
                    >
                      Take
                    </button>
                    <button
                      type="button"
                      className="px-2 text-petrol underline"
                      onClick={() => settle(find, 'left')}
                      aria-label={`Leave ${labelOf(find)} ${saidIn(find)}`}
                    >
                      Leave
                    </button>
                  </>
                )}
              </li>
            );
          })}
        </ul>
        {text.trim() !== '' && (
          <button type="button" className="action mt-4" onClick={keepWhole}>
            Keep the listing’s words too
          </button>
        )}
      </Dialog>
    </>
  );
}

function keyOf(find: ListingFind): string {
  return `${find.field} ${find.at}`;
}

function labelOf(find: ListingFind): string {
  return 'text' in find ? CLAIM_TEXT_LABELS[find.field] : CLAIM_LABELS[find.field];
}

function saidIn(find: ListingFind): string {
  return 'text' in find ? find.text : sayClaim(find);
}

function draftOf(find: ListingFind): EntryDraft {
  if ('text' in find) return { kind: 'claim-text', field: find.field, text: find.text, source: 'listing' };
  const { field, value, upTo } = find;
  return { kind: 'claim', field, value, ...(upTo !== undefined && { upTo }), source: 'listing' };
}
