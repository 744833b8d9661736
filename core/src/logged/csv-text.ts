import Papa from 'papaparse';

/** A field that a spreadsheet would run as a formula, and is kept as text; a minus before nothing but figures is a number. */
const RUN_BY_SPREADSHEETS = /^(?:[=+@\t\r]|-(?![\d.]+(?:e[+-]?\d+)?$))/i;

/** Rows as CSV (RFC 4180), the header first; no field is a formula. */
export function csvText(rows: readonly (readonly string[])[]): string {
  return `${Papa.unparse(rows as string[][], { newline: '\r\n', escapeFormulae: RUN_BY_SPREADSHEETS })}\r\n`;
}
