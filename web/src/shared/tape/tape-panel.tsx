import type { EntryKind, TapeLine } from '@mindful-probe/core';
import { PanelRightClose, PanelRightOpen } from 'lucide-react';
import { useDeferredValue, useState } from 'react';
import { useOpenSpecimen } from '../data/open-specimen.tsx';
import { useQueueProblem, waitingEntries } from '../data/waiting.ts';
import { describeEntry } from './describe-entry.ts';

interface TapePanelProps {
  readonly shown: boolean;
  readonly onToggle: () => void;
}

/** More than fill the panel on a tall screen. */
const FIRST_ROWS = 40;
/** A day at the bench; of a longer tape the earlier entries come when they are asked for, so many at a time. */
const ROWS_AT_ONCE = 200;

/** Everything that happened, newest at the foot. Folds away. */
export function TapePanel({ shown, onToggle }: TapePanelProps) {
  const { specimen, waiting, record } = useOpenSpecimen();
  const problem = useQueueProblem();
  const count = specimen.tape.length;
  // The newest stand there with the first picture of the page, the others right after it.
  const [wanted, setWanted] = useState(ROWS_AT_ONCE);
  const drawn = useDeferredValue(wanted, FIRST_ROWS);
  const earlier = Math.max(0, count - drawn);

  const refused = waiting.filter((line) => line.refused !== undefined);
  const pending = new Set(waiting.filter((line) => line.refused === undefined).map(({ entry }) => entry.id));
  const saved = pending.size === 0 ? 'all saved' : `${pending.size} ${pending.size === 1 ? 'entry' : 'entries'} waiting`;
  if (!shown) {
    return (
      <aside aria-label="Tape, folded" className="hidden border-l border-rule md:block">
        <button
          type="button"
          onClick={onToggle}
          className="flex w-full flex-col items-center gap-2 py-3"
          aria-label={`Unfold the tape; ${saved}`}
        >
          <PanelRightOpen size={18} aria-hidden />
          <span className="text-12 text-quiet [writing-mode:vertical-rl]">
            Tape, {count} entries, {saved}
          </span>
        </button>
      </aside>
    );
  }
  return (
    <aside aria-label="Tape" className="hidden min-h-0 flex-col border-l border-rule md:flex">
      <div className="flex h-10 shrink-0 items-center gap-2 border-b border-rule px-4">
        <h2>Tape</h2>
        <span className="text-12 text-quiet">{count} entries</span>
        <span className="flex-1" />
        <span role="status" className={`text-12 ${pending.size > 0 ? 'font-[650] text-ochre' : 'text-quiet'}`}>
          {saved}
        </span>
        <button type="button" onClick={onToggle} aria-label="Fold the tape">
          <PanelRightClose size={16} aria-hidden />
        </button>
      </div>
      {problem !== undefined && (
        <p role="alert" className="border-b border-rule px-4 py-2 text-12 font-[650] text-brick">
          {problem}
        </p>
      )}
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a list that scrolls must be reachable to scroll it by keys */}
      <div className="flex min-h-0 flex-1 flex-col-reverse overflow-y-auto" tabIndex={0} role="log" aria-label="Entries">
        {/* Reversed, a scroller begins at its end and stays there as entries come. */}
        <div>
          {earlier > 0 && (
            <button
              type="button"
              className="block w-full px-4 py-2 text-left text-12 underline"
              onClick={() => setWanted(wanted + ROWS_AT_ONCE)}
            >
              {`${earlier} earlier: show ${Math.min(earlier, ROWS_AT_ONCE)} of them`}
            </button>
          )}
          <ol start={earlier + 1}>
            {specimen.tape.slice(-drawn).map((line) => (
              <TapeRow
                key={line.entry.id}
                line={line}
                newest={line === specimen.tape[count - 1]}
                waiting={pending.has(line.entry.id)}
                onStrike={() => record({ kind: 'strike', entry: line.entry.id, reason: 'struck by hand' })}
              />
            ))}
          </ol>
          {refused.map(({ entry, refused: reason }) => (
            <div key={entry.id} role="alert" className="border-t border-rule px-4 py-2 text-12">
              <b className="text-brick">Not taken:</b> <span className="font-figures">{entry.typed ?? entry.kind}</span>
              <br />
              {reason}
              <button type="button" className="ml-2 underline" onClick={() => waitingEntries.dismiss(entry.id)}>
                put away
              </button>
            </div>
          ))}
        </div>
      </div>
    </aside>
  );
}

interface TapeRowProps {
  readonly line: TapeLine;
  readonly newest: boolean;
  readonly waiting: boolean;
  readonly onStrike: () => void;
}

/** One for all rows: making one takes longer than using it. */
const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', timeZone: 'UTC' });

function TapeRow({ line, newest, waiting, onStrike }: TapeRowProps) {
  const { entry, struck, problem } = line;
  const { words, meaning, mono, state } = describeEntry(entry);
  const time = CLOCK.format(new Date(entry.at));
  return (
    <li
      className={`long-row group relative grid grid-cols-[44px_16px_1fr] border-t border-rule px-3.5 py-[7px] ${newest ? 'bg-sheet' : ''}`}
    >
      <time dateTime={entry.at} className="font-figures text-12 leading-[18px] text-quiet">
        {time}
      </time>
      <EntryMark kind={entry.kind} problem={problem !== undefined} />
      <span
        className={`min-w-0 leading-[18px] wrap-anywhere ${mono ? 'font-figures' : ''} font-medium ${struck ? 'text-quiet line-through decoration-[1.5px]' : ''}`}
      >
        {words}
      </span>
      {!struck && entry.kind !== 'strike' && entry.kind !== 'name' && (
        <button
          type="button"
          onClick={onStrike}
          aria-label={`Strike ${words}`}
          className="absolute top-1.5 right-2 bg-ground px-1 text-12 text-quiet underline opacity-0 group-hover:opacity-100 focus-visible:opacity-100"
        >
          strike
        </button>
      )}
      <span className="col-start-3 text-12 text-quiet">
        {problem ? <span className="text-brick">{problem}</span> : struck ? `struck${struck.reason ? `, ${struck.reason}` : ''}` : meaning}
        {state !== undefined && !struck && <b className="font-semibold"> {state}</b>}
        {waiting && <b className="font-semibold text-ochre"> waiting</b>}
      </span>
    </li>
  );
}

/** The kind of an entry as a small mark: disc, linked discs, diamond, bar, cross. */
function EntryMark({ kind, problem }: { readonly kind: EntryKind; readonly problem: boolean }) {
  return (
    <svg width="12" height="12" viewBox="0 0 12 12" aria-hidden="true" className="mt-1 fill-ink stroke-ink">
      {problem || kind === 'strike' ? (
        <path d="M3 3L9 9M9 3L3 9" strokeWidth="2" className="stroke-brick" />
      ) : kind === 'reading' ? (
        <circle cx="6" cy="6" r="3.5" />
      ) : kind === 'join' || kind === 'sweep' ? (
        <path d="M3 6H9M1 6A2 2 0 1 0 5 6A2 2 0 1 0 1 6M7 6A2 2 0 1 0 11 6A2 2 0 1 0 7 6" />
      ) : kind === 'part' || kind === 'place' ? (
        <path d="M6 1.5L10.5 6L6 10.5L1.5 6Z" className="fill-none" strokeWidth="1.5" />
      ) : (
        <path d="M1.5 6H10.5" strokeWidth="2.5" />
      )}
    </svg>
  );
}
