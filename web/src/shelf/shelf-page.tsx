import type { ShelfPart } from '@mindful-probe/core';
import { FileUp, Moon } from 'lucide-react';
import { useCallback, useDeferredValue, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { Brand } from '../app/brand.tsx';
import { useKeys } from '../app/keys.ts';
import { toggleTheme } from '../app/theme.ts';
import { importFile } from '../shared/data/api.ts';
import { type ShelfQuestion, useShelf, WHOLE_SHELF } from '../shared/data/use-shelf.ts';
import { useWaiting } from '../shared/data/waiting.ts';
import { Empty } from '../shared/kit/empty.tsx';
import { fetchedDialog } from '../shared/kit/fetched.tsx';
import { Patterns } from '../shared/pictures/patterns.tsx';
import { BackupDialog } from './backup-dialog.tsx';
import { BenchStripPlain } from './bench-strip-plain.tsx';
import { NewSpecimenDialog } from './new-specimen-dialog.tsx';
import { RoomNotice } from './room-notice.tsx';
import { FEW, ShelfQuestionBar } from './shelf-question.tsx';
import { ShelfTable } from './shelf-table.tsx';

const KeyHelp = fetchedDialog(async () => (await import('../app/key-help.tsx')).KeyHelp);

/** Fetched at first, and at each end of what is there. */
const [FIRST_ROWS, MORE_ROWS] = [200, 400];

/** Every specimen on one drive ruler, the hardest driven first. */
export function ShelfPage() {
  const [question, setQuestion] = useState<ShelfQuestion>({ ...WHOLE_SHELF, sort: 'drive', count: FIRST_ROWS });
  const asked = useDeferredValue(question);
  const { part, error, refresh } = useShelf(asked);
  const rows = part?.specimens;
  const more = useCallback(() => {
    setQuestion((now) => (part && part.found > now.count ? { ...now, count: now.count + MORE_ROWS } : now));
  }, [part]);
  const scroller = useRef<HTMLElement>(null);
  const waiting = useWaiting();
  const navigate = useNavigate();
  const [making, setMaking] = useState(false);
  const [helpShown, setHelpShown] = useState(false);
  const [notice, setNotice] = useState<string>();
  const chooser = useRef<HTMLInputElement>(null);

  useKeys((command) => {
    if (command.kind === 'help') setHelpShown(true);
    if (command.kind === 'theme') toggleTheme();
    if (command.kind === 'slide-rules') void navigate('/slide-rules');
    if (command.kind === 'drawer') void navigate('/drawer');
    if (command.kind === 'rounds') void navigate('/rounds');
    if (command.kind === 'compare') void navigate('/compare');
    if (command.kind === 'next-probe' || command.kind === 'bench-line') setMaking(true);
  });

  async function bringIn(file: File | undefined) {
    if (!file) return;
    try {
      const { id, name, created, added } = await importFile(file);
      refresh();
      if (created) await navigate(`/specimens/${id}`);
      else setNotice(added === 0 ? `${name} is on the shelf already; nothing was added.` : `${name}: ${added} entries added.`);
    } catch (problem) {
      setNotice(`${file.name}: ${problem instanceof Error ? problem.message : String(problem)}`);
    }
  }

  return (
    <div className="grid h-full min-h-0 grid-rows-[6px_44px_minmax(0,1fr)_52px]">
      <Patterns />
      <BenchStripPlain />
      <header className="flex items-center border-b border-ink pl-3.5">
        <span className="w-[194px]">
          <Brand />
        </span>
        <h1 className="text-17">Shelf</h1>
        <p className="flex-1 truncate pl-4 text-quiet max-md:hidden">{part === undefined ? '' : sayCount(part, question)}</p>
        <span className="flex-1 md:hidden" />
        {waiting.length > 0 && <p className="px-3 text-12 font-[650] text-ochre">{waiting.length} waiting</p>}
        <Link to="/rounds" className="flex h-full items-center border-l border-rule px-4 max-md:hidden">
          Rounds
        </Link>
        <Link to="/compare" className="flex h-full items-center border-l border-rule px-4 max-md:hidden">
          Compare
        </Link>
        <Link to="/marks" className="flex h-full items-center border-l border-rule px-4 max-md:hidden">
          Marks
        </Link>
        <Link to="/drawer" className="flex h-full items-center border-l border-rule px-4 max-md:hidden">
          Drawer
        </Link>
        <Link to="/slide-rules" className="flex h-full items-center border-l border-rule px-4 max-md:hidden">
          Slide rules
        </Link>
        <button type="button" onClick={() => setHelpShown(true)} className="h-full border-l border-rule px-4">
          Keys <kbd className="key-hint">?</kbd>
        </button>
        <button type="button" onClick={toggleTheme} className="h-full border-l border-rule px-4" aria-label="Lamp-black or bone">
          <Moon size={16} aria-hidden />
        </button>
      </header>
      <main ref={scroller} className="relative min-h-0 overflow-auto bg-sheet px-6 max-md:px-3">
        <RoomNotice />
        {notice !== undefined && (
          <p role="alert" className="mt-3 flex items-center gap-3 border-l-4 border-ochre py-1 pl-3">
            <span className="flex-1">{notice}</span>
            <button type="button" className="underline" onClick={() => setNotice(undefined)}>
              put away
            </button>
          </p>
        )}
        {!error && rows === undefined && (
          <p role="status" className="py-6 text-quiet">
            Working out how hard each specimen is driven…
          </p>
        )}
        {error && rows === undefined && <p className="py-6">{error.message}</p>}
        {part && part.total >= FEW && (
          <ShelfQuestionBar question={question} onChange={(changed) => setQuestion((now) => ({ ...now, ...changed, count: FIRST_ROWS }))} />
        )}
        {part && part.found === 0 && part.total > 0 && <p className="py-6 text-quiet">None of {part.total} specimens is like that.</p>}
        {part?.total === 0 && (
          <Empty>
            <h2 className="text-17 text-ink">The shelf is empty</h2>
            <p className="mt-1">
              Everything you take apart stands here, on one ruler of how hard it is driven. Begin with what lies on the bench.
            </p>
            <button type="button" className="action mt-4" onClick={() => setMaking(true)}>
              New specimen
            </button>
          </Empty>
        )}
        {rows && rows.length > 0 && <ShelfTable rows={rows} scroller={scroller} onEnd={more} />}
      </main>
      <footer className="flex items-center gap-6 border-t border-ink pl-6">
        <Legend />
        <span className="flex-1" />
        <input
          ref={chooser}
          type="file"
          accept=".zip,.json"
          aria-label="Specimen file"
          className="hidden"
          onChange={(event) => void bringIn(event.target.files?.[0])}
        />
        <button type="button" className="flex h-full items-center gap-2 border-l border-rule px-4" onClick={() => chooser.current?.click()}>
          <FileUp size={16} aria-hidden /> <span className="max-sm:sr-only">Import</span>
        </button>
        <BackupDialog onBroughtBack={refresh} />
        <button type="button" className="h-full border-l border-rule px-5 text-17 font-[650] text-petrol" onClick={() => setMaking(true)}>
          New specimen <kbd className="key-hint">n</kbd>
        </button>
      </footer>
      <NewSpecimenDialog open={making} onOpenChange={setMaking} />
      {helpShown && <KeyHelp onClose={() => setHelpShown(false)} />}
    </div>
  );
}

function sayCount({ total, found }: ShelfPart, { sort }: ShelfQuestion): string {
  const order = sort === 'drive' ? ', hardest driven first' : '';
  return found === total ? `${total} specimens${order}` : `${found} of ${total} specimens${order}`;
}

function Legend() {
  return (
    <ul className="hidden items-center gap-5 text-12 xl:flex">
      <li className="flex items-center gap-2">
        <svg width="14" height="14" aria-hidden="true">
          <circle cx="7" cy="7" r="5.5" className="fill-ink" />
        </svg>
        average
      </li>
      <li className="flex items-center gap-2">
        <svg width="26" height="14" aria-hidden="true">
          <rect width="26" height="14" className="fill-quiet/40" />
        </svg>
        uncertainty
      </li>
      <li className="flex items-center gap-2">
        <svg width="14" height="14" aria-hidden="true">
          <circle cx="7" cy="7" r="5" className="fill-sheet stroke-petrol" strokeWidth="2" />
        </svg>
        predicted after rework
      </li>
      <li className="flex items-center gap-2">
        <svg width="26" height="14" aria-hidden="true">
          <rect x="1" y="1" width="24" height="12" className="fill-none stroke-quiet" strokeDasharray="1.5 3" strokeWidth="1.5" />
        </svg>
        expected, not measured
      </li>
      <li className="flex items-center gap-2">
        <svg width="26" height="14" aria-hidden="true">
          <rect width="26" height="14" className="fill-comfort" />
        </svg>
        comfort, 0.4 to 0.8
      </li>
      <li className="flex items-center gap-2">
        <svg width="26" height="14" aria-hidden="true">
          <rect width="26" height="14" className="fill-over-wash stroke-brick" />
          <rect width="26" height="14" fill="url(#hatch-faint)" />
        </svg>
        above rated
      </li>
    </ul>
  );
}
