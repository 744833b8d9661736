import Papa from 'papaparse';
import type { Unit } from '../quantity/index.ts';
import { clockCell, secondsOfRows } from './clock-cell.ts';
import { readableCsv } from './csv-text.ts';

/** One column of what an oscilloscope or logger wrote, in base units. */
export interface LoggedColumn {
  readonly name: string;
  /** Undefined where the header does not say; the figures are as written then. */
  readonly unit?: Unit;
  /** NaN where a cell holds no figure. */
  readonly values: readonly number[];
}

export interface LoggedTable {
  /** Of each row, from the first on; rows by number where there is no time. */
  readonly seconds: readonly number[];
  readonly hasTime: boolean;
  readonly columns: readonly LoggedColumn[];
  /** The header as it stands: what a mapping is remembered by. */
  readonly header: string;
}

export type LoggedProblem = { readonly code: 'no-figures' | 'too-many-rows'; readonly message: string };

const MOST_ROWS = 2_000_000;
/** A header stands within so many lines of its figures; before it may be what the instrument is called, and its settings. */
const HEADER_LINES = 2;
/** What instruments write where a figure was beyond them. */
const BEYOND = /^(?:[-+]?(?:O\.?L\.?|over(?:load|flow|range)?|inf(?:inity)?)|-{2,}|nan|n\/a)$/i;
/** Characters of a header’s cell. */
const LONGEST_NAME = 120;

const UNITS: Readonly<Record<string, readonly [Unit, number]>> = {
  s: ['seconds', 1],
  sec: ['seconds', 1],
  second: ['seconds', 1],
  seconds: ['seconds', 1],
  ms: ['seconds', 1e-3],
  us: ['seconds', 1e-6],
  µs: ['seconds', 1e-6],
  min: ['seconds', 60],
  v: ['volts', 1],
  volt: ['volts', 1],
  volts: ['volts', 1],
  mv: ['volts', 1e-3],
  kv: ['volts', 1e3],
  a: ['amps', 1],
  amp: ['amps', 1],
  amps: ['amps', 1],
  ma: ['amps', 1e-3],
  w: ['watts', 1],
  lx: ['lux', 1],
  lux: ['lux', 1],
  c: ['celsius', 1],
  '°c': ['celsius', 1],
  degc: ['celsius', 1],
};

/**
 * Reads a CSV as oscilloscopes and loggers write it: a preamble or none, a header of one or two lines, figures with point
 * or comma, parted by comma, semicolon or tab. Time is the column of clock times, the one that says so, or else the
 * first that only rises; rows are put in its order. What was beyond the instrument is a gap.
 */
export function parseLogged(
  text: string,
): { readonly ok: true; readonly value: LoggedTable } | { readonly ok: false; readonly error: LoggedProblem } {
  const { data, meta } = Papa.parse<string[]>(readableCsv(text), { skipEmptyLines: 'greedy' });
  if (data.length > MOST_ROWS) return refuse('too-many-rows', `${data.length} rows are too many; ${MOST_ROWS} go in.`);
  const decimalComma = meta.delimiter !== ',';
  const figureInCell = (cell: string | undefined) => {
    const plain = (cell ?? '').trim().replace(decimalComma ? ',' : /$^/, '.');
    return plain === '' ? Number.NaN : Number(plain);
  };
  const filled = (row: readonly string[]) => row.filter((cell) => cell.trim() !== '');
  const figures = (row: readonly string[]) => row.filter((cell) => Number.isFinite(figureInCell(cell))).length;
  const isOfRow = (cell: string) => Number.isFinite(figureInCell(cell)) || BEYOND.test(cell.trim()) || clockCell(cell) !== undefined;
  const isAllFigures = (row: readonly string[]) => figures(row) > 0 && filled(row).every(isOfRow);
  // A preamble can have a figure in a line; two lines of nothing else it has not.
  const first = data.findIndex(
    (row, index) => isAllFigures(row) && (index === data.length - 1 || isAllFigures(data[index + 1] as string[])),
  );
  if (first === -1) return refuse('no-figures', 'No rows of figures were found in it.');
  const width = Math.max(...data.slice(first, first + 50).map((row) => row.length));
  const head = data.slice(Math.max(0, first - HEADER_LINES), first).filter((row) => row.length >= Math.min(2, width));
  const rows = data.slice(first).filter((row) => figures(row) > 0);
  const columns = Array.from({ length: width }, (_, column): LoggedColumn => {
    const words = head.map((row) => row[column]?.trim() ?? '').filter(Boolean);
    const found = unitIn(words);
    const factor = found?.[1] ?? 1;
    const name = words[0] ?? `column ${column + 1}`;
    return { name, ...(found && { unit: found[0] }), values: rows.map((row) => factor * figureInCell(row[column])) };
  });
  const clocks = rows.map((row) => row.flatMap((cell) => clockCell(cell) ?? []));
  const isClocked = clocks.some((cells) => cells.length > 0);
  const time = isClocked ? undefined : timeColumn(columns);
  const begun = time?.values.find(Number.isFinite) ?? 0;
  const seconds = isClocked ? secondsOfRows(clocks) : time ? time.values.map((value) => value - begun) : rows.map((_, index) => index);
  const order = [...seconds.keys()]
    .filter((row) => Number.isFinite(seconds[row]))
    .sort((one, other) => (seconds[one] as number) - (seconds[other] as number));
  return {
    ok: true,
    value: {
      seconds: order.map((row) => seconds[row] as number),
      hasTime: isClocked || time !== undefined,
      columns: columns
        .filter((column) => column !== time && column.values.some(Number.isFinite))
        .map((column) => ({ ...column, values: order.map((row) => column.values[row] as number) })),
      header: head.map((row) => row.join(',')).join('\n'),
    },
  };
}

function refuse(code: LoggedProblem['code'], message: string) {
  return { ok: false, error: { code, message } } as const;
}

/** A unit in brackets, behind a slash, or alone in its cell. */
function unitIn(words: readonly string[]): readonly [Unit, number] | undefined {
  for (const cell of [...words].reverse()) {
    // A name with its unit is short; whatever is behind that says no more.
    const word = cell.slice(0, LONGEST_NAME);
    const [, bracketed, slashed] = /[([]\s*([^)\]]+?)\s*[)\]]|\/\s*(\S+)$/.exec(word) ?? [];
    for (const candidate of [bracketed, slashed, word]) {
      const key = candidate?.trim().toLowerCase() ?? '';
      if (Object.hasOwn(UNITS, key)) return UNITS[key];
    }
  }
  return undefined;
}

function timeColumn(columns: readonly LoggedColumn[]): LoggedColumn | undefined {
  const named = columns.find(({ name, unit }) => unit === 'seconds' || /^(time|t|zeit|x-axis|x)\b/i.test(name));
  if (named) return named;
  return columns.find(
    ({ values }) => values.length > 2 && values.every((value, index) => index === 0 || value > (values[index - 1] as number)),
  );
}
