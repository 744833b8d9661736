import Papa from 'papaparse';

/** A field that a spreadsheet would run as a formula, and is kept as text; a minus before nothing but figures is a number. */
const RUN_BY_SPREADSHEETS = /^(?:[=+@\t\r]|-(?![\d.]+(?:e[+-]?\d+)?$))/i;

/** Rows as CSV (RFC 4180), the header first; no field is a formula. */
export function csvText(rows: readonly (readonly string[])[]): string {
  return `${Papa.unparse(rows as string[][], { newline: '\r\n', escapeFormulae: RUN_BY_SPREADSHEETS })}\r\n`;
}

/**
 * The text of a CSV as the reader takes it: without a byte order mark, and all lines ended alike. A table that was added
 * to by hand has both endings, and the reader goes by the one that it meets first.
 */
export function readableCsv(text: string): string {
  return text.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n');
}
