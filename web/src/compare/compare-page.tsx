import { MOST_COMPARED } from '@mindful-probe/core';
import { X } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { useKeys } from '../app/keys.ts';
import { PageHeader } from '../app/page-header.tsx';
import { Empty } from '../shared/kit/empty.tsx';
import { Patterns } from '../shared/pictures/patterns.tsx';
import { useComparison } from '../shared/worker/use-analysis.ts';
import { AddDialog } from './add-dialog.tsx';
import { type AskedColumn, columnsIn, textOfColumns } from './asked-states.ts';
import { CompareTable, Mark } from './compare-table.tsx';
import { useTapes } from './use-tapes.ts';

const WAYS = [
  { extension: 'csv', name: 'CSV' },
  { extension: 'md', name: 'Markdown' },
  { extension: 'html', name: 'HTML' },
] as const;

/** Two to six specimens or states of one, subject by subject. What is compared stands in the address. */
export function ComparePage() {
  const [asked, setAsked] = useSearchParams();
  const columns = columnsIn(asked.get('of') ?? '');
  const navigate = useNavigate();
  const [isAdding, setAdding] = useState(false);
  const ids = [...new Set(columns.map(({ id }) => id))];
  const { tapes, error } = useTapes(ids);
  const states =
    tapes &&
    columns.flatMap(({ id, rework }) =>
      tapes.has(id) ? [{ id, entries: tapes.get(id) ?? [], ...(rework !== undefined && { rework }) }] : [],
    );
  const comparison = useComparison(states);
  useEffect(() => {
    document.title = 'Compare — Mindful Probe';
  }, []);
  const show = (next: readonly AskedColumn[]) => setAsked(next.length === 0 ? {} : { of: textOfColumns(next) }, { replace: true });
  useKeys((command) => {
    if (command.kind === 'shelf') void navigate('/');
    if (command.kind === 'rounds') void navigate('/rounds');
    if (command.kind === 'slide-rules') void navigate('/slide-rules');
    if (command.kind === 'drawer') void navigate('/drawer');
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (event.key !== 'a' || event.ctrlKey || event.metaKey || event.altKey || target.closest('input, textarea, select, [role=dialog]'))
        return;
      event.preventDefault();
      setAdding(true);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  const compared = comparison?.ok && columns.length > 1 ? comparison.value : undefined;
  const differing = compared?.rows.filter(({ differs }) => differs).length ?? 0;
  return (
    <div className="flex h-full flex-col">
      <Patterns />
      <PageHeader title="Compare" />
      <main className="min-h-0 flex-1 overflow-auto bg-sheet px-6 pt-4 pb-6 max-md:px-3">
        <header className="flex flex-wrap items-baseline gap-x-4 gap-y-1 pb-3">
          <h1>Compare</h1>
          <ul className="flex flex-wrap gap-x-3 gap-y-1 text-17">
            {columns.map((column, index) => {
              const shown = compared?.columns[index];
              const name = shown ? `${shown.name}, ${shown.state}` : column.id;
              return (
                <li key={textOfColumns([column])} className="inline-flex items-center gap-1 border-b border-ink">
                  {name}
                  <button
                    type="button"
                    className="p-0.5 text-quiet"
                    aria-label={`Take out ${name}`}
                    onClick={() => show(columns.filter((one) => one !== column))}
                  >
                    <X size={14} aria-hidden />
                  </button>
                </li>
              );
            })}
          </ul>
          <span className="flex-1" />
          {compared && (
            <p className="text-quiet">
              {differing} {differing === 1 ? 'row differs' : 'rows differ'}; {compared.rows.length - differing} do not
            </p>
          )}
        </header>
        {error && <p role="alert">{error.message}</p>}
        {comparison && !comparison.ok && columns.length > 1 && <p role="alert">{comparison.error.message}</p>}
        {columns.length < 2 ? (
          <Empty>
            <p>
              Two to six specimens are compared here, or states of one: as found, after a rework. What differs by no more than its
              uncertainty is said to be no difference. Add {columns.length === 0 ? 'the first' : 'one more'} with the key a.
            </p>
          </Empty>
        ) : compared ? (
          <CompareTable comparison={compared} />
        ) : (
          !error && !comparison && <p className="text-quiet">Computing…</p>
        )}
      </main>
      <footer className="flex min-h-[51px] flex-wrap items-center gap-x-6 gap-y-1 border-t border-ink px-6 py-1 text-12">
        <span>
          <Mark differs /> differs
        </span>
        <span>
          <Mark differs={false} /> no difference within the uncertainty (95 %)
        </span>
        <span className="border-l-4 border-solid border-[var(--moss)] pl-2">better</span>
        <span className="border-l-4 border-dotted border-[var(--ochre)] pl-2">caution</span>
        <span className="border-l-4 border-double border-[var(--brick)] pl-2">over a limit</span>
        <span className="flex-1" />
        {compared &&
          WAYS.map(({ extension, name }) => (
            <a
              key={extension}
              className="underline"
              href={`/api/compare.${extension}?of=${encodeURIComponent(textOfColumns(columns))}`}
              download
            >
              {name}
            </a>
          ))}
        <button type="button" className="action" disabled={columns.length >= MOST_COMPARED} onClick={() => setAdding(true)}>
          Add one to compare (a)
        </button>
      </footer>
      <AddDialog open={isAdding} onClose={() => setAdding(false)} onAdd={(column) => show([...columns, column])} />
    </div>
  );
}
