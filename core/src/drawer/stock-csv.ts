import Papa from 'papaparse';
import { deviceOf, type PartKind } from '../device/index.ts';
import { readableCsv } from '../logged/index.ts';
import { cellText, plainCell } from '../marking/index.ts';
import { formatCompact } from '../quantity/index.ts';
import type { Stock } from './stock.ts';
import { stockOf } from './stock-line.ts';

/** FORMATS, section 8, and the price of one. */
const COLUMNS = ['kind', 'value', 'tolerance', 'watts', 'volts', 'class', 'body', 'count', 'where', 'note', 'price'] as const;

export interface StockRead {
  readonly items: readonly Stock[];
  /** What was not taken, with its line, in words. */
  readonly problems: readonly string[];
}

/** The drawer as CSV with a header (RFC 4180). */
export function stockToCsv(items: readonly Stock[]): string {
  const rows = items.map(({ part, count, where = '', note = '', price }) => ({
    kind: part.kind,
    value: valueWordsOf(part as unknown as Readonly<Record<string, unknown>>, part.kind),
    tolerance: part.tolerance === undefined ? '' : `${100 * part.tolerance}%`,
    watts: part.rated?.watts ?? '',
    volts: part.rated?.volts ?? '',
    class: part.rated?.class ?? '',
    body: 'body' in part ? (part.body ?? '') : '',
    count,
    where: plainCell(where),
    note: plainCell(note),
    price: price ?? '',
  }));
  return Papa.unparse({ fields: [...COLUMNS], data: rows }, { newline: '\r\n' });
}

/** Reads such a CSV, units in the cells or in the header (“value (ohm)”); lines that are no part are named, the others taken. */
export function stockFromCsv(text: string): StockRead {
  const parsed = Papa.parse<Record<string, string>>(readableCsv(text), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (header) => COLUMNS.find((column) => header.trim().toLowerCase().startsWith(column)) ?? header.trim(),
  });
  const headers = parsed.meta.fields ?? [];
  if (!headers.includes('kind') || !headers.includes('count'))
    return {
      items: [],
      problems: [`The first line must name the columns; “kind” and “count” at least, found ${headers.slice(0, 6).join(', ') || 'none'}.`],
    };
  const items: Stock[] = [];
  const problems: string[] = [];
  for (const [index, row] of parsed.data.entries()) {
    const item = fromRow(Object.fromEntries(COLUMNS.map((column) => [column, cellText(row[column]) ?? ''])) as Row);
    if (typeof item === 'string') problems.push(`Line ${index + 2}: ${item}`);
    else items.push(item);
  }
  return { items, problems };
}

type Row = Readonly<Record<(typeof COLUMNS)[number], string>>;

function fromRow(row: Row): Stock | string {
  const count = Number(row.count);
  if (!Number.isInteger(count) || count < 0) return `“${row.count}” is no count.`;
  const price = row.price === '' ? undefined : Number(row.price.replace(',', '.'));
  if (price !== undefined && !(price >= 0)) return `“${row.price}” is no price.`;
  const words = [
    row.kind.toLowerCase(),
    // A bare number of a resistor is ohms.
    ...row.value
      .split(/\s+/)
      .flatMap((word) => (word === '' ? [] : [row.kind.toLowerCase() === 'resistor' && /^[\d.,]+$/.test(word) ? `${word}r` : word])),
    ...(row.body === '' ? [] : [row.body]),
  ];
  const figure = (text: string) => Number.parseFloat(text.replace(',', '.'));
  const rated = {
    ...(row.watts !== '' && { watts: figure(row.watts) * (/mw$/i.test(row.watts) ? 1e-3 : 1) }),
    ...(row.volts !== '' && { volts: figure(row.volts) }),
    ...(row.class !== '' && { class: row.class.toUpperCase() }),
  };
  const more = {
    count,
    ...(row.where && { where: row.where }),
    ...(row.note && { note: row.note }),
    ...(price !== undefined && { price }),
  };
  const tolerance = row.tolerance === '' ? undefined : figure(row.tolerance) / 100;
  return stockOf(words, more, { rated, ...(tolerance !== undefined && { tolerance }) });
}

/** A value as it is typed: "33r", "330n", "white 5mm". */
function valueWordsOf(fields: Readonly<Record<string, unknown>>, kind: PartKind): string {
  const { ohms, farads, henries, colour, chemistry, size } = fields as Readonly<Record<string, number & string>>;
  if (kind === 'resistor') return formatCompact(ohms as number).replace(/(\d)$/, '$1r');
  if (kind === 'capacitor') return `${formatCompact(farads as number)}F`;
  if (kind === 'inductor') return `${formatCompact(henries as number)}H`;
  return [colour, chemistry, size].filter((word) => word !== undefined).join(' ') || deviceOf(kind).name;
}
