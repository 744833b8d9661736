/** Where a sentence stands on the page. */
export function sentenceId(key: string): string {
  return `sentence-${key.replace(/[^A-Za-z0-9_-]/g, '-')}`;
}
