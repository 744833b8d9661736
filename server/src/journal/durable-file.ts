import { randomUUID } from 'node:crypto';
import { open, rename, rm } from 'node:fs/promises';
import { dirname } from 'node:path';

/**
 * Writes a whole file so that the disk has either the old or the new one, whatever happens: under another name first,
 * synced, renamed, and the folder synced, which is what keeps the name.
 */
export async function writeDurably(path: string, content: Uint8Array | string): Promise<void> {
  // Two who write the same at once do not write into each other's.
  const unfinished = `${path}.${randomUUID()}.part`;
  const file = await open(unfinished, 'w');
  try {
    await file.writeFile(content);
    await file.sync();
  } catch (error) {
    await rm(unfinished, { force: true });
    throw error;
  } finally {
    await file.close();
  }
  await rename(unfinished, path);
  await syncFolder(dirname(path));
}

/** Makes the names in a folder last. Windows has no such call, and needs none. */
export async function syncFolder(folder: string): Promise<void> {
  if (process.platform === 'win32') return;
  const handle = await open(folder, 'r');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}
