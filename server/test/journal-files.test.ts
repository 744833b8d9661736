import { mkdtempSync, readdirSync, readFileSync, readlinkSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from '@jest/globals';
import { type Entry, entrySchema } from '@mindful-probe/core';
import { Journal } from '../src/journal/journal.ts';

const folder = mkdtempSync(join(tmpdir(), 'probe-files-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const note = (text: string): Entry => entrySchema.parse({ id: `note-000-${text}`, at: '2026-03-07T10:00:00Z', kind: 'note', text });
const NOTHING_MISSING = async () => [];

/** Files of the journal that this process has open. */
function openFiles({ folder: tapes }: Journal): number {
  return readdirSync('/proc/self/fd').filter((fd) => {
    try {
      return readlinkSync(`/proc/self/fd/${fd}`).startsWith(tapes);
    } catch {
      // Closed since the list was made.
      return false;
    }
  }).length;
}

describe('files of the journal', () => {
  it('are a hundred at most, and lose nothing by being closed and opened again', async () => {
    const journal = new Journal(folder);
    journal.make();
    const ids = Array.from({ length: 160 }, (_, index) => `clip-${index}`);
    for (const seq of [1, 2, 3]) {
      await Promise.all(ids.map((id) => journal.keep(id, seq, [{ seq, entry: note(`n${seq}`) }], NOTHING_MISSING)));
      expect(openFiles(journal)).toBeLessThanOrEqual(100);
    }
    expect(openFiles(journal)).toBeGreaterThan(0);
    for (const id of ids)
      expect((await journal.linesOf(id)).map((line) => (JSON.parse(line) as { text: string }).text)).toEqual(['n1', 'n2', 'n3']);
    await journal.close();
    expect(openFiles(journal)).toBe(0);
  });

  it('are written to anew behind a tape that was replaced', async () => {
    const journal = new Journal(folder);
    await journal.keep('lamp-1', 1, [{ seq: 1, entry: note('n1') }], NOTHING_MISSING);
    await journal.replace('lamp-1', [note('n1'), note('n2')]);
    await journal.keep('lamp-1', 3, [{ seq: 3, entry: note('n3') }], NOTHING_MISSING);
    const lines = readFileSync(journal.pathOf('lamp-1'), 'utf8').trim().split('\n');
    expect(lines.map((line) => (JSON.parse(line) as { text: string }).text)).toEqual(['n1', 'n2', 'n3']);
    await journal.close();
  });
});
