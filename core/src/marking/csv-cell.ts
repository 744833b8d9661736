/** A cell that a spreadsheet would run as a formula is made plain text. */
export function plainCell(value: string | number | undefined): string {
  const text = value === undefined ? '' : String(value);
  return /^[=+@\t\r-]/.test(text) ? `'${text}` : text;
}

/** What such a cell says, without what made it plain. */
export function cellText(cell: string | undefined): string | undefined {
  return cell?.trim().replace(/^'(?=[=+@\t\r-])/, '');
}
