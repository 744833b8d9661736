/** The browser takes the file at its own time. */
const TAKEN_WITHIN_MS = 60_000;

/** Hands a file made in the browser to whoever asked for it. */
export function offerFile(file: Blob, name: string): void {
  const address = URL.createObjectURL(file);
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), TAKEN_WITHIN_MS);
}
