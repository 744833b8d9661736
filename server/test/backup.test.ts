import { appendFileSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { type Entry, entrySchema, parseTape } from '@mindful-probe/core';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import sharp from 'sharp';
import { BackupsService } from '../src/backup/backups.service.ts';
import { checkData, folderSource, type RunningServer, restoreFolder, startServer, writeBackup, writeOpenFiles } from '../src/index.ts';

const folders: string[] = [];
function newFolder(): string {
  const made = mkdtempSync(join(tmpdir(), 'probe-backup-'));
  folders.push(made);
  return made;
}

let serial = 0;
function entry(draft: Record<string, unknown>): Entry {
  serial += 1;
  return entrySchema.parse({ id: `entry-${serial}-b`, at: '2026-03-07T10:00:00Z', ...draft });
}

let folder: string;
let server: RunningServer;
let hash: string;

beforeAll(async () => {
  folder = newFolder();
  server = await startServer({ place: { folder }, port: 0 });
  const photo = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#4F6F3A' } })
    .jpeg()
    .toBuffer();
  const form = new FormData();
  form.append('file', new Blob([new Uint8Array(photo)]), 'board.jpg');
  const kept = (await (await fetch(`${server.url}/api/pictures`, { method: 'POST', body: form })).json()) as { hash: string };
  hash = kept.hash;
  await send('clip-1', [entry({ kind: 'name', name: 'Clip' }), entry({ kind: 'picture', ...kept, stage: 'opening' })]);
  await send('lamp-1', [entry({ kind: 'name', name: 'Lamp <b>' }), entry({ kind: 'note', text: 'one\ntwo' })]);
  const marks = [{ mark: 'K7B', what: 'a driver' }];
  await fetch(`${server.url}/api/marks`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ marks }),
  });
}, 180_000);

afterAll(async () => {
  await server.close();
  for (const made of folders) rmSync(made, { recursive: true, force: true });
}, 180_000);

async function send(id: string, entries: readonly Entry[], url = server.url): Promise<void> {
  const headers = { 'content-type': 'application/json' };
  const { status } = await fetch(`${url}/api/specimens`, { method: 'POST', headers, body: JSON.stringify({ id, entries }) });
  expect([200, 201]).toContain(status);
}

/** All that a shelf holds, in one value. */
async function shelfAt(url: string): Promise<unknown> {
  const json = async (path: string) => (await fetch(`${url}${path}`)).json() as Promise<Record<string, unknown>>;
  // Rows are worked out one after the other, on a busy machine in their time.
  const shelf = async () => ((await json('/api/shelf')) as { specimens: { id: string; summary?: unknown }[] }).specimens;
  let specimens = await shelf();
  while (specimens.some(({ summary }) => summary === undefined)) {
    await setTimeout(100);
    specimens = await shelf();
  }
  const tapes = await Promise.all(specimens.map(async ({ id, summary }) => [id, summary, await json(`/api/specimens/${id}/tape`)]));
  const picture = Buffer.from(await (await fetch(`${url}/api/pictures/${hash}`)).arrayBuffer()).toString('base64');
  return { tapes: tapes.sort(), marks: await json('/api/marks'), meters: await json('/api/meters'), picture };
}

describe('a backup', () => {
  it('taken while the server runs, restored into an empty folder, gives the same shelf', async () => {
    const file = join(newFolder(), 'shelf.zip');
    expect(await writeBackup(folderSource(folder), file)).toMatchObject({ specimens: 2, pictures: 1 });
    const empty = newFolder();
    expect(await restoreFolder(file, empty)).toEqual({ specimens: 2, pictures: 1 });
    expect((await checkData(empty)).problems).toEqual([]);
    const other = await startServer({ place: { folder: empty }, port: 0 });
    try {
      expect(await shelfAt(other.url)).toEqual(await shelfAt(server.url));
    } finally {
      await other.close();
    }
  }, 180_000);

  it('holds tapes that are documents of their own, one entry a line as in the folder', async () => {
    const file = join(newFolder(), 'shelf.zip');
    await writeBackup(folderSource(folder), file);
    const text = strFromU8(unzipSync(readFileSync(file))['specimens/lamp-1/specimen.tape.json'] as Uint8Array);
    expect(parseTape(JSON.parse(text)).ok).toBe(true);
    const lines = readFileSync(join(folder, 'tapes', 'lamp-1.jsonl'), 'utf8')
      .trim()
      .split('\n');
    expect(
      text
        .split('\n')
        .slice(1, -2)
        .map((line) => line.replace(/,$/, '')),
    ).toEqual(lines);
  });

  it('is never restored over something', async () => {
    const file = join(newFolder(), 'shelf.zip');
    await writeBackup(folderSource(folder), file);
    await expect(restoreFolder(file, folder)).rejects.toThrow(/is not empty/);
  });

  it.each([
    ['rubbish', strToU8('hello'), /is no backup/],
    ['a ZIP of something else', zipSync({ 'holiday.txt': strToU8('sea') }), /is no backup of a shelf/],
    ['one of a later version', zipSync({ 'backup.json': strToU8('{"format":"mindful-probe.backup","version":2}') }), /version 2/],
    [
      'a tape that is none',
      zipSync({
        'backup.json': strToU8('{"format":"mindful-probe.backup","version":1}'),
        'specimens/clip-1/specimen.tape.json': strToU8('{}'),
      }),
      /specimens\/clip-1/,
    ],
  ])('that is none is refused: %s', async (_, bytes, words) => {
    const file = join(newFolder(), 'none.zip');
    writeFileSync(file, bytes);
    await expect(restoreFolder(file, newFolder())).rejects.toThrow(words);
  });
});

describe('everything out and in', () => {
  it('over the page’s own requests: a second shelf gets what it lacks, and keeps what it has', async () => {
    const listed = { address: '127.0.0.1:9', meter: 'by the window' };
    const headers = { 'content-type': 'application/json' };
    expect((await fetch(`${server.url}/api/instruments`, { method: 'PUT', headers, body: JSON.stringify(listed) })).status).toBe(200);
    const zip = await (await fetch(`${server.url}/api/backup.zip`)).blob();
    const other = await startServer({ place: { folder: newFolder() }, port: 0 });
    try {
      await send('own-1', [entry({ kind: 'name', name: 'Own' })], other.url);
      const lamp = ((await (await fetch(`${server.url}/api/specimens/lamp-1/tape`)).json()) as { lines: { entry: Entry }[] }).lines;
      await send('lamp-1', [lamp[0]?.entry as Entry], other.url);
      const restore = async () => {
        const form = new FormData();
        form.append('file', zip, 'shelf.zip');
        return (await fetch(`${other.url}/api/restore`, { method: 'POST', body: form })).json();
      };
      expect(await restore()).toEqual({ specimens: 2, entries: 3, pictures: 1, refused: [] });
      expect(await restore()).toMatchObject({ entries: 0 });
      const shelf = (await (await fetch(`${other.url}/api/shelf`)).json()) as { specimens: { id: string }[] };
      expect(shelf.specimens.map(({ id }) => id).sort()).toEqual(['clip-1', 'lamp-1', 'own-1']);
      expect((await fetch(`${other.url}/api/pictures/${hash}`)).status).toBe(200);
      // What was on the bench is there at once, and not only after the next start.
      const { instruments } = (await (await fetch(`${other.url}/api/instruments`)).json()) as { instruments: unknown[] };
      expect(instruments).toMatchObject([{ id: listed.address, meter: listed.meter }]);
    } finally {
      await other.close();
    }
  }, 180_000);

  it('refuses what is no backup, in words', async () => {
    const form = new FormData();
    form.append('file', new Blob(['hello']), 'shelf.zip');
    const answer = await fetch(`${server.url}/api/restore`, { method: 'POST', body: form });
    expect(answer.status).toBe(422);
    expect(await answer.json()).toMatchObject({ code: 'broken-zip' });
  });
});

describe('the copy of a day', () => {
  it('is made once a day, and ten are kept', async () => {
    const [home, backups] = [newFolder(), newFolder()];
    const source = folderSource(folder);
    const specimens = {
      count: async () => 1,
      ids: () => source.specimenIds(),
      tape: async (id: string) => (await source.tape(id)).map((one) => ({ entry: one })),
    };
    const items = { document: () => source.bench() };
    const store = { hashes: async () => [] };
    const service = new BackupsService(specimens as never, items as never, {} as never, {} as never, store as never, backups);
    for (let day = 1; day <= 13; day++) {
      const now = new Date(Date.UTC(2026, 2, day, 9));
      expect(await service.backUpIfDue(now)).toBe(true);
      const made = readdirSync(backups).sort().at(-1) as string;
      utimesSync(join(backups, made), now, now);
      expect(await service.backUpIfDue(new Date(now.getTime() + 3600_000))).toBe(false);
    }
    const names = readdirSync(backups).sort();
    expect(names).toHaveLength(10);
    expect(names[0]).toContain('2026-03-04');
    expect((await restoreFolder(join(backups, names[9] as string), join(home, 'again'))).specimens).toBe(2);
  }, 180_000);
});

describe('the check', () => {
  it('finds nothing in a good folder, also while a server writes to it', async () => {
    expect(await checkData(folder)).toEqual({
      specimens: 2,
      entries: 4,
      pictures: 1,
      problems: [],
      databaseLeftOut: 'a running server writes to it',
    });
  });

  it('names a damaged line, a picture that is gone and a database that differs, and changes nothing', async () => {
    const file = join(newFolder(), 'shelf.zip');
    await writeBackup(folderSource(folder), file);
    const damaged = newFolder();
    await restoreFolder(file, damaged);
    await (await startServer({ place: { folder: damaged }, port: 0 })).close();
    expect((await checkData(damaged)).problems).toEqual([]);
    appendFileSync(join(damaged, 'tapes', 'lamp-1.jsonl'), 'rubbish\n');
    rmSync(join(damaged, 'pictures'), { recursive: true });
    const control = join(damaged, 'database', 'global', 'pg_control');
    const before = readFileSync(control);
    const { problems, databaseLeftOut } = await checkData(damaged);
    expect(readFileSync(control).equals(before)).toBe(true);
    expect(databaseLeftOut).toBeUndefined();
    expect(problems).toEqual([
      expect.stringMatching(/Line 3 of .*lamp-1/),
      expect.stringContaining(hash),
      expect.stringContaining('another tape of “lamp-1”'),
    ]);
    expect(readFileSync(join(damaged, 'tapes', 'lamp-1.jsonl'), 'utf8')).toContain('rubbish');
  }, 180_000);
});

describe('a folder of open files', () => {
  const tapeIn = (place: string) => readFileSync(join(place, 'specimens', 'lamp-2', 'specimen.tape.json'), 'utf8').split('\n');

  it('changes by the lines that were added and by nothing else', async () => {
    const files = join(newFolder(), 'shelf');
    await send('lamp-2', [entry({ kind: 'name', name: 'Lamp' })]);
    await writeOpenFiles(folderSource(folder), files);
    const before = tapeIn(files);
    expect(await writeOpenFiles(folderSource(folder), files)).toMatchObject({ changed: 0 });
    await send('lamp-2', [entry({ kind: 'note', text: 'one more' })]);
    expect(await writeOpenFiles(folderSource(folder), files)).toMatchObject({ changed: 1 });
    const after = tapeIn(files);
    expect(after).toHaveLength(before.length + 1);
    // A line before the new one has a comma behind it now.
    expect(after.filter((line) => !before.includes(line.replace(/,$/, '')) && !before.includes(line))).toHaveLength(1);
  });

  it('is read back to the same shelf, whatever else lies in it', async () => {
    const files = join(newFolder(), 'shelf');
    await writeOpenFiles(folderSource(folder), files);
    mkdirSync(join(files, '.git'));
    writeFileSync(join(files, '.git', 'config'), 'not ours');
    writeFileSync(join(files, 'README.md'), 'not ours');
    const empty = newFolder();
    await restoreFolder(files, empty);
    expect((await checkData(empty)).problems).toEqual([]);
    for (const name of readdirSync(join(folder, 'tapes')))
      expect(readFileSync(join(empty, 'tapes', name), 'utf8')).toBe(readFileSync(join(folder, 'tapes', name), 'utf8'));
    expect(readdirSync(join(empty, 'pictures')).length).toBeGreaterThan(0);
  });

  it('without its head is none', async () => {
    await expect(restoreFolder(newFolder(), newFolder())).rejects.toThrow(/there is no backup.json in it/);
  });
});
