import type { ReactNode } from 'react';

interface FigureTableProps {
  /** For who does not see it. */
  readonly caption: string;
  /** Of each column; the first is that of what the row is about. */
  readonly head: readonly string[];
  /** The first cell of a row names it. */
  readonly rows: readonly { readonly key: string; readonly cells: readonly ReactNode[] }[];
}

/** Figures in rows, as wide as they need. */
export function FigureTable({ caption, head, rows }: FigureTableProps) {
  const [first, ...others] = head;
  return (
    <div className="mt-2 max-w-full overflow-x-auto">
      <table className="border-collapse [&_td]:py-1 [&_td]:pr-6 [&_td]:text-right [&_th]:py-1 [&_th]:pr-6 [&_th]:text-right">
        <caption className="sr-only">{caption}</caption>
        <thead>
          <tr className="border-b border-ink text-12 text-quiet">
            <th scope="col" className="!text-left font-normal">
              {first}
            </th>
            {others.map((name) => (
              <th key={name} scope="col" className="font-normal">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ key, cells: [name, ...cells] }) => (
            <tr key={key} className="border-b border-rule">
              <th scope="row" className="!text-left font-medium">
                {name}
              </th>
              {cells.map((cell, column) => (
                <td key={others[column]} className="font-figures">
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
