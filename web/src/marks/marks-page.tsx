import { findMarks, GENERIC_MARKS, markKey, marksFromCsv, marksToCsv, type SemiconductorMark } from '@mindful-probe/core';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { useKeys } from '../app/keys.ts';
import { PageHeader } from '../app/page-header.tsx';
import { toggleTheme } from '../app/theme.ts';
import { useMarks } from '../shared/data/use-bench-list.ts';
import { CsvButtons } from '../shared/kit/csv-buttons.tsx';
import { offerFile } from '../shared/pictures/offer-file.ts';
import { MarkDialog } from './mark-dialog.tsx';

/** The bench's own table of semiconductor marks, and the generic ones that come with the application. */
export function MarksPage() {
  const { marks: own, error, put, remove } = useMarks();
  const [wanted, setWanted] = useState('');
  const [edited, setEdited] = useState<Partial<SemiconductorMark>>();
  const [said, setSaid] = useState<readonly string[]>([]);
  const navigate = useNavigate();
  const ownKeys = useMemo(() => new Set(own.map(markKey)), [own]);
  const rows = useMemo(() => {
    const table = [...own, ...GENERIC_MARKS.filter((mark) => !ownKeys.has(markKey(mark)))];
    if (wanted.trim() === '') return table;
    const near = new Set(findMarks(wanted, table).map(({ mark }) => mark));
    const lower = wanted.trim().toLowerCase();
    const says = ({ mark, what, note = '' }: SemiconductorMark) => `${mark} ${what} ${note}`.toLowerCase().includes(lower);
    return table.filter((mark) => near.has(mark) || says(mark));
  }, [own, ownKeys, wanted]);

  useKeys((command) => {
    if (command.kind === 'shelf') void navigate('/');
    if (command.kind === 'theme') toggleTheme();
  });
  useEffect(() => {
    document.title = 'Marks — Mindful Probe';
  }, []);

  async function attempt(work: () => Promise<void>, done: string) {
    try {
      await work();
      setSaid([done]);
    } catch (problem) {
      setSaid([(problem as Error).message]);
    }
  }

  async function importCsv(text: string, name: string) {
    const { marks, problems } = marksFromCsv(text);
    await attempt(() => put(marks), `${marks.length} ${marks.length === 1 ? 'mark' : 'marks'} taken from ${name}.`);
    if (problems.length > 0) setSaid((before) => [...before, ...problems.slice(0, 20)]);
  }

  return (
    <div className="flex h-full flex-col">
      <PageHeader title="Marks" />
      <main className="min-h-0 flex-1 overflow-auto bg-sheet px-6 pt-5 pb-8">
        <div className="flex flex-wrap items-end gap-x-5 gap-y-2 pb-3">
          <h1>Marks</h1>
          <p className="text-quiet">what is printed on small semiconductors, shared by all specimens</p>
          <span className="flex-1" />
          <label>
            <span className="block text-12 text-quiet">find, as printed</span>
            <input value={wanted} onChange={(event) => setWanted(event.target.value)} className="w-[160px] font-figures" maxLength={40} />
          </label>
          <button type="button" className="action" onClick={() => setEdited({ mark: wanted.trim() })}>
            Add a mark
          </button>
          <CsvButtons
            of="marks"
            canExport={own.length > 0}
            onExport={() => offerFile(new Blob([marksToCsv(own)], { type: 'text/csv' }), 'marks.csv')}
            onText={(text, name) => void importCsv(text, name)}
            onProblem={(words) => setSaid([words])}
          />
        </div>
        {[...said, ...(error ? [error.message] : [])].map((line) => (
          <p key={line} role="status" className="py-1">
            {line}
          </p>
        ))}
        <table className="w-full border-collapse">
          <caption className="sr-only">Marks</caption>
          <thead>
            <tr className="border-b border-ink [&>th]:pr-4">
              {['Mark', 'Body', 'What', 'Pins', 'Reference', 'Limits', 'From', ''].map((title) => (
                <th key={title} scope="col">
                  {title === '' ? <span className="sr-only">Change</span> : title}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((mark) => {
              const isOwn = ownKeys.has(markKey(mark));
              return (
                <tr key={markKey(mark)} className="border-b border-rule [&>*]:py-1.5 [&>*]:pr-4">
                  <th scope="row" className="font-figures">
                    {mark.mark}
                  </th>
                  <td className="font-figures">{mark.package}</td>
                  <td>
                    {mark.what}
                    {mark.note && <span className="block text-12 text-quiet">{mark.note}</span>}
                  </td>
                  <td className="text-quiet">{mark.pins}</td>
                  <td className="font-figures">{mark.referenceVolts === undefined ? '' : `${mark.referenceVolts} V`}</td>
                  <td className="font-figures">{mark.limits}</td>
                  <td className="text-quiet">{isOwn ? (mark.source ?? 'own') : `comes with it: ${mark.source}`}</td>
                  <td className="whitespace-nowrap">
                    <button
                      type="button"
                      className="text-petrol underline"
                      aria-label={`change ${mark.mark}`}
                      onClick={() => setEdited(mark)}
                    >
                      change
                    </button>
                    {isOwn && (
                      <button
                        type="button"
                        className="ml-3 text-petrol underline"
                        aria-label={`take out ${mark.mark}`}
                        onClick={() => void attempt(() => remove(markKey(mark)), `${mark.mark} is taken out.`)}
                      >
                        take out
                      </button>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
        {rows.length === 0 && <p className="py-3 text-quiet">No mark like “{wanted}” yet. When you find out what it is, add it.</p>}
      </main>
      {edited && (
        <MarkDialog
          mark={edited}
          onClose={() => setEdited(undefined)}
          onSave={async (mark) => {
            await put([mark]);
            setSaid([`${mark.mark} is kept.`]);
          }}
        />
      )}
    </div>
  );
}
