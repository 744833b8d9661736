import { type Entry, type ProbeProposal, type Slot, sayLeftOut, slotWhere } from '@mindful-probe/core';
import {
  type ColumnDef,
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  type SortingState,
  useReactTable,
} from '@tanstack/react-table';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { type KeyboardEvent, useMemo, useState } from 'react';
import { useOpenSpecimen } from '../../shared/data/open-specimen.tsx';
import { Figure, figureText } from '../../shared/figures/figure.tsx';
import { LevelMark } from '../../shared/kit/level-mark.tsx';
import { conditionWords } from './condition-words.ts';

interface SlotRow {
  readonly slot: Slot;
  readonly where: string;
  readonly condition: string;
  /** Its place in the proposed order: what would teach most first, what is read last. */
  readonly order: number;
}

const KEPT = {
  all: () => true,
  'not read': ({ slot }: SlotRow) => slot.read === undefined,
  read: ({ slot }: SlotRow) => slot.read !== undefined,
  'do not fit': ({ slot }: SlotRow) => !slot.fits,
} as const;
type Kept = keyof typeof KEPT;

const COLUMNS: ColumnDef<SlotRow>[] = [
  { id: 'where', header: 'Where', accessorFn: ({ where }) => where },
  { id: 'read', header: 'Read', accessorFn: ({ slot }) => slot.read?.value ?? Number.NEGATIVE_INFINITY, meta: 'right' },
  { id: 'expected', header: 'Expected', accessorFn: ({ slot }) => slot.expected.value, meta: 'right' },
  { id: 'off', header: 'Off by', accessorFn: ({ slot }) => Math.abs(slot.sigmas ?? -1), meta: 'right' },
  { id: 'condition', header: 'How', accessorFn: ({ condition }) => condition },
  { id: 'fits', header: 'Fits', accessorFn: ({ slot }) => (slot.read === undefined ? 2 : slot.fits ? 1 : 0) },
];

/** All slots as a table, in the proposed order until a heading sorts them; the arrow keys walk them, Enter begins a reading. */
export function SlotTable({ slots, next }: { readonly slots: readonly Slot[]; readonly next: readonly ProbeProposal[] }) {
  const { entries, suggest } = useOpenSpecimen();
  const [sorting, setSorting] = useState<SortingState>([]);
  const [text, setText] = useState('');
  const [kept, setKept] = useState<Kept>('all');
  const rows = useMemo(() => rowsOf(slots, next, entries), [slots, next, entries]);
  const shown = useMemo(() => rows.filter(KEPT[kept]), [rows, kept]);
  const table = useReactTable({
    data: shown,
    columns: COLUMNS,
    state: { sorting, globalFilter: text },
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
    globalFilterFn: (row, _, wanted: string) =>
      `${row.original.where} ${row.original.condition}`.toLowerCase().includes(wanted.toLowerCase()),
  });
  return (
    <>
      <div className="mt-2 flex flex-wrap items-end gap-x-5 gap-y-2">
        <label>
          <span className="block text-12 text-quiet">Holding</span>
          <input value={text} onChange={(event) => setText(event.target.value)} maxLength={60} className="w-[120px]" />
        </label>
        <label>
          <span className="block text-12 text-quiet">Which</span>
          <select value={kept} onChange={(event) => setKept(event.target.value as Kept)}>
            {(Object.keys(KEPT) as Kept[]).map((name) => (
              <option key={name}>{name}</option>
            ))}
          </select>
        </label>
        {sorting.length > 0 && (
          <button type="button" className="pb-1.5 text-petrol underline" onClick={() => setSorting([])}>
            back to the proposed order
          </button>
        )}
      </div>
      <div className="max-w-full overflow-x-auto">
        <table className="mt-2 w-full max-w-[960px] border-collapse" onKeyDown={walk}>
          <caption className="sr-only">Readings beside what is expected</caption>
          <thead>
            {table.getHeaderGroups().map((group) => (
              <tr key={group.id} className="border-b border-ink">
                {group.headers.map(({ id, column }) => {
                  const sorted = column.getIsSorted();
                  return (
                    <th
                      key={id}
                      scope="col"
                      className={`pr-4 ${column.columnDef.meta === 'right' ? 'text-right' : ''}`}
                      aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'}
                    >
                      <button
                        type="button"
                        className="inline-flex items-center gap-1 font-[650]"
                        onClick={column.getToggleSortingHandler()}
                      >
                        {String(column.columnDef.header)}
                        {sorted === 'asc' && <ArrowUp size={12} aria-hidden />}
                        {sorted === 'desc' && <ArrowDown size={12} aria-hidden />}
                      </button>
                    </th>
                  );
                })}
              </tr>
            ))}
          </thead>
          <tbody>
            {table.getRowModel().rows.map(({ original }) => (
              <SlotLine key={original.where} row={original} onPick={() => suggest(lineOf(original.slot))} />
            ))}
          </tbody>
        </table>
      </div>
      {table.getRowModel().rows.length === 0 && <p className="mt-2 text-quiet">No slot is like that.</p>}
    </>
  );
}

function SlotLine({ row: { slot, where, condition }, onPick }: { readonly row: SlotRow; readonly onPick: () => void }) {
  const { read, expected, kind, fits, sigmas } = slot;
  return (
    <tr className="border-b border-rule [&>*]:pr-4">
      <th scope="row" className="py-1 font-normal">
        <button type="button" data-slot-row className="underline decoration-1 underline-offset-2" onClick={onPick}>
          {where}
        </button>
      </th>
      <td className="text-right">
        {read ? (
          <>
            <Figure value={read} unit={kind} className={fits ? 'font-[650]' : 'font-[650] text-brick'} />
            {read.meanOf !== undefined && <span className="block text-12 text-quiet">mean of {read.meanOf}</span>}
            {read.asRead !== undefined && (
              <span className="block text-12 text-quiet">{figureText(read.asRead, kind)} with the meter on it</span>
            )}
          </>
        ) : (
          <span className="text-quiet">not read</span>
        )}
      </td>
      <td className="text-right text-quiet">
        ≈ <Figure value={expected} unit={kind} />
      </td>
      <td className="text-right font-figures text-quiet">{sigmas === undefined ? '' : `${Math.abs(sigmas).toFixed(1)} sd`}</td>
      <td className="text-quiet">{condition}</td>
      <td>
        {read && (
          <span className="flex items-center gap-2">
            <LevelMark level={read.leftOut !== undefined ? 'caution' : fits ? 'within' : 'over'} />{' '}
            {read.leftOut ? sayLeftOut(read.leftOut) : fits ? 'yes' : 'no'}
          </span>
        )}
      </td>
    </tr>
  );
}

function rowsOf(slots: readonly Slot[], next: readonly ProbeProposal[], entries: readonly Entry[]): readonly SlotRow[] {
  const byId = new Map(entries.map((entry) => [entry.id, entry]));
  return slots
    .map((slot): SlotRow => {
      const proposed = next.findIndex(({ ref, kind, chipAmps }) => ref === slot.ref && kind === slot.kind && chipAmps === undefined);
      const order = slot.read ? (slot.fits ? 2e6 : -1) : proposed === -1 ? 1e6 : proposed;
      return { slot, where: slotWhere(slot), condition: conditionWords(byId.get(slot.read?.entryId ?? '')), order };
    })
    .sort((a, b) => a.order - b.order);
}

/** The start of the line that reads it. */
function lineOf({ ref, nets }: Slot): string {
  return ref === undefined ? `${nets?.join(' to ')} ` : `${ref} `;
}

/** The arrow keys go from slot to slot, as they stand. */
function walk(event: KeyboardEvent<HTMLTableElement>): void {
  const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
  if (step === 0) return;
  const buttons = [...event.currentTarget.querySelectorAll<HTMLButtonElement>('[data-slot-row]')];
  const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
  if (at === -1) return;
  event.preventDefault();
  buttons[Math.min(buttons.length - 1, Math.max(0, at + step))]?.focus();
}
