import Papa from 'papaparse';
import { readableCsv } from '../../logged/index.ts';
import { cellText, plainCell } from '../csv-cell.ts';
import { type SemiconductorMark, semiconductorMarkSchema } from './mark.ts';

const COLUMNS = [
  'mark',
  'package',
  'what',
  'enters',
  'pins',
  'joins',
  'setBy',
  'around',
  'arrangement',
  'referenceVolts',
  'limits',
  'note',
  'source',
] as const;

export interface MarksRead {
  readonly marks: readonly SemiconductorMark[];
  /** What was not taken, with its line, in words. */
  readonly problems: readonly string[];
}

/** The table as CSV with a header (RFC 4180). */
export function marksToCsv(marks: readonly SemiconductorMark[]): string {
  const rows = marks.map((mark) => Object.fromEntries(COLUMNS.map((column) => [column, plainCell(mark[column])])));
  return Papa.unparse({ fields: [...COLUMNS], data: rows }, { newline: '\r\n' });
}

/** Reads such a CSV, with any of the columns in any order; lines that are no mark are named, the others taken. */
export function marksFromCsv(text: string): MarksRead {
  const parsed = Papa.parse<Record<string, string>>(readableCsv(text), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (header) => COLUMNS.find((column) => column.toLowerCase() === header.trim().toLowerCase()) ?? header.trim(),
  });
  const headers = parsed.meta.fields ?? [];
  if (!headers.includes('mark') || !headers.includes('what'))
    return {
      marks: [],
      problems: [`The first line must name the columns; “mark” and “what” at least, found ${headers.slice(0, 6).join(', ') || 'none'}.`],
    };
  const marks: SemiconductorMark[] = [];
  const problems: string[] = [];
  for (const [index, row] of parsed.data.entries()) {
    const { referenceVolts, ...words } = Object.fromEntries(
      COLUMNS.flatMap((column) => {
        const value = cellText(row[column]);
        return value ? [[column, value]] : [];
      }),
    );
    const volts = referenceVolts === undefined ? undefined : Number(referenceVolts.replace(',', '.'));
    const result = semiconductorMarkSchema.safeParse({ ...words, ...(volts !== undefined && { referenceVolts: volts }) });
    if (result.success) marks.push(result.data);
    else
      problems.push(
        `Line ${index + 2}: ${result.error.issues[0]?.path.join('.') ?? ''}: ${result.error.issues[0]?.message ?? 'not valid'}.`,
      );
  }
  return { marks, problems };
}
