import { freeCount, type Stock, sayStock, stockFromCsv, stockFromLine, stockKey, stockToCsv } from '@mindful-probe/core';
import { type FormEvent, useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { useKeys } from '../app/keys.ts';
import { PageHeader } from '../app/page-header.tsx';
import { toggleTheme } from '../app/theme.ts';
import { useDrawer } from '../shared/data/use-drawer.ts';
import { CsvButtons } from '../shared/kit/csv-buttons.tsx';
import { offerFile } from '../shared/pictures/offer-file.ts';

/** What is at hand, new and salvaged: typed on a line, pasted, or read from CSV. */
export function DrawerPage() {
  const { items, error, add, count, remove, settle } = useDrawer();
  const [line, setLine] = useState('');
  const [wanted, setWanted] = useState('');
  const [said, setSaid] = useState<readonly string[]>([]);
  const navigate = useNavigate();
  useKeys((command) => {
    if (command.kind === 'shelf') void navigate('/');
    if (command.kind === 'theme') toggleTheme();
  });
  useEffect(() => {
    document.title = 'Drawer — Mindful Probe';
  }, []);

  async function attempt(work: () => Promise<void>, done: readonly string[] = []) {
    try {
      await work();
      setSaid(done);
    } catch (problem) {
      setSaid([(problem as Error).message]);
    }
  }

  const read = line.trim() === '' ? undefined : stockFromLine(line);
  async function enter(event: FormEvent) {
    event.preventDefault();
    if (read === undefined) return;
    if (typeof read === 'string') return setSaid([read]);
    await attempt(() => add([read]), [`${read.count} × ${sayStock(read)} added.`]);
    setLine('');
  }

  async function takeCsv(text: string, from: string) {
    const { items: found, problems } = stockFromCsv(text);
    await attempt(
      () => add(found),
      [
        `${found.length} ${found.length === 1 ? 'row' : 'rows'} taken from ${from}.`,
        ...problems.slice(0, 20),
        ...(problems.length > 20 ? [`… and ${problems.length - 20} more lines were not taken.`] : []),
      ],
    );
  }

  const lower = wanted.trim().toLowerCase();
  const rows = items.filter((item) =>
    `${item.part.kind} ${sayStock(item)} ${item.where ?? ''} ${item.note ?? ''}`.toLowerCase().includes(lower),
  );
  return (
    <div className="flex h-full flex-col">
      <PageHeader title="Drawer" />
      <main className="min-h-0 flex-1 overflow-auto bg-sheet px-6 pt-5 pb-8">
        <div className="flex flex-wrap items-end gap-x-5 gap-y-2 pb-3">
          <h1>Drawer</h1>
          <p className="text-quiet">parts at hand, new and salvaged; Rework takes from here</p>
          <span className="flex-1" />
          <label>
            <span className="block text-12 text-quiet">find</span>
            <input value={wanted} onChange={(event) => setWanted(event.target.value)} className="w-[160px] font-figures" maxLength={40} />
          </label>
          <CsvButtons
            of="drawer"
            canExport={items.length > 0}
            onExport={() => offerFile(new Blob([stockToCsv(items)], { type: 'text/csv' }), 'drawer.csv')}
            onText={(text, name) => void takeCsv(text, name)}
            onProblem={(words) => setSaid([words])}
          />
        </div>
        <form onSubmit={(event) => void enter(event)} className="max-w-[760px] pb-3">
          <label className="block">
            <span className="block text-12 text-quiet">
              {read === undefined
                ? 'how many, what, and where: “12 x 33r 0.25w in strip 2B”; a whole table can be pasted'
                : typeof read === 'string'
                  ? read
                  : `${read.count} × ${sayStock(read)}${read.where ? `, in ${read.where}` : ''}`}
            </span>
            <input
              value={line}
              onChange={(event) => setLine(event.target.value)}
              onPaste={(event) => {
                const text = event.clipboardData.getData('text');
                if (!/[\r\n]/.test(text.trim())) return;
                event.preventDefault();
                void takeCsv(text, 'what was pasted');
              }}
              aria-label="Into the drawer"
              className="w-full font-figures"
              maxLength={200}
              autoComplete="off"
            />
          </label>
        </form>
        {[...said, ...(error ? [error.message] : [])].map((words) => (
          <p key={words} role="status" className="py-0.5">
            {words}
          </p>
        ))}
        {items.length === 0 ? (
          <p className="py-3 text-quiet">
            Nothing is in the drawer yet. What is typed above lies here, and Rework shows which ways need nothing else.
          </p>
        ) : (
          <table className="w-full max-w-[980px] border-collapse">
            <caption className="sr-only">What is in the drawer</caption>
            <thead>
              <tr className="border-b border-ink [&>th]:pr-4">
                {['What', 'Kind', 'Free', 'Promised', 'Where', 'Each', 'Note'].map((title) => (
                  <th key={title} scope="col">
                    {title}
                  </th>
                ))}
                <th scope="col">
                  <span className="sr-only">Change</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {rows.map((item) => (
                <StockRow
                  key={stockKey(item)}
                  item={item}
                  onCount={(by) => void attempt(() => count(stockKey(item), by))}
                  onFree={() =>
                    void attempt(async () => {
                      for (const { by } of item.reserved ?? []) await settle(by, false);
                    }, [`${sayStock(item)}: nothing is promised any more.`])
                  }
                  onRemove={() => void attempt(() => remove(stockKey(item)), [`${sayStock(item)} is taken off the list.`])}
                />
              ))}
            </tbody>
          </table>
        )}
        {items.length > 0 && rows.length === 0 && <p className="py-3 text-quiet">Nothing like “{wanted}” is here.</p>}
      </main>
    </div>
  );
}

interface StockRowProps {
  readonly item: Stock;
  readonly onCount: (by: number) => void;
  /** Whatever is promised is free again. */
  readonly onFree: () => void;
  readonly onRemove: () => void;
}

function StockRow({ item, onCount, onFree, onRemove }: StockRowProps) {
  const name = sayStock(item);
  const free = freeCount(item);
  const promised = item.count - free;
  return (
    <tr className="border-b border-rule [&>*]:py-1.5 [&>*]:pr-4">
      <th scope="row" className="font-figures">
        {name}
      </th>
      <td className="text-quiet">{item.part.kind}</td>
      <td className={`font-figures ${free === 0 ? 'text-brick' : ''}`}>
        <span className="flex items-center gap-2">
          <button
            type="button"
            className="px-1.5 text-17"
            aria-label={`one less of ${name}`}
            disabled={free === 0}
            onClick={() => onCount(-1)}
          >
            −
          </button>
          {free}
          <button type="button" className="px-1.5 text-17" aria-label={`one more of ${name}`} onClick={() => onCount(1)}>
            +
          </button>
        </span>
      </td>
      <td className="font-figures">
        {promised > 0 && (
          <>
            {promised}
            <button
              type="button"
              className="ml-2 font-words text-petrol underline"
              aria-label={`free what is promised of ${name}`}
              onClick={onFree}
            >
              free
            </button>
          </>
        )}
      </td>
      <td>{item.where}</td>
      <td className="font-figures">{item.price?.toFixed(2)}</td>
      <td className="text-quiet">{item.note}</td>
      <td>
        <button type="button" className="text-petrol underline" aria-label={`take out ${name}`} disabled={promised > 0} onClick={onRemove}>
          take out
        </button>
      </td>
    </tr>
  );
}
