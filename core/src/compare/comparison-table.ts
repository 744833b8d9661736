import type { PhrasingContent, Root, RootContent, Table } from 'mdast';
import { csvText } from '../logged/index.ts';
import { type Comparison, type ComparisonRow, titleOf } from './compare.ts';

function rowsOf({ columns, rows, changes }: Comparison): readonly (readonly string[])[] {
  const titles = columns.map((column) => titleOf(column, columns));
  const better = ({ better: which }: ComparisonRow) => which.map((column) => titles[column]).join('; ');
  return [
    ['Subject', ...titles, 'Better', 'Difference'],
    ['State', ...columns.map(({ state }) => state), '', ''],
    ...rows.map((row) => [
      row.subject,
      ...row.cells.map((cell) => (cell ? [cell.text, cell.more].filter(Boolean).join('; ') : 'not known')),
      better(row),
      row.why,
    ]),
    ...changes.map(({ ref, parts }) => [ref, ...parts.map((part) => part ?? 'not there'), '', '']),
    ['Verdict', ...columns.map(({ verdict }) => verdict ?? 'not known'), '', ''],
  ];
}

/** A comparison as CSV (RFC 4180). */
export function comparisonCsv(comparison: Comparison): string {
  return csvText(rowsOf(comparison));
}

/** A comparison as a tree of Markdown. */
export function comparisonTree(comparison: Comparison): Root {
  const words = (text: string): PhrasingContent[] => [{ type: 'text', value: text.replace(/\s*\r?\n\s*/g, ' ') }];
  const title = comparison.columns.map((column) => titleOf(column, comparison.columns)).join(', ');
  const rows = rowsOf(comparison).map((cells): Table['children'][number] => ({
    type: 'tableRow',
    children: cells.map((cell) => ({ type: 'tableCell', children: words(cell) })),
  }));
  return {
    type: 'root',
    children: [
      { type: 'heading', depth: 1, children: words(`Compared: ${title}`) },
      ...comparison.better.map((sentence): RootContent => ({ type: 'paragraph', children: words(sentence) })),
      { type: 'table', children: rows },
      { type: 'paragraph', children: words('± is at about 95 %. What is further apart than both uncertainties together differs.') },
    ],
  };
}

/** A comparison as a document: every figure in SI with its standard uncertainty. */
export function comparisonDocument({ columns, rows, changes, better }: Comparison) {
  return {
    format: 'mindful-probe.comparison',
    version: 1,
    columns: columns.map(({ id, rework, name, state, drive, verdict }) => ({
      specimen: id,
      rework,
      name,
      state,
      ...(drive && { ofRated: { ...drive.ratio, measured: drive.measured } }),
      ...(verdict && { verdict }),
    })),
    rows: rows.map(({ code, subject, cells, differs, better: which, why }) => ({
      code,
      subject,
      differs,
      better: which,
      difference: why,
      cells: cells.map((cell) => (cell ? { text: cell.text, ...(cell.more && { more: cell.more }), ...cell.value } : null)),
    })),
    changes,
    better,
  } as const;
}
