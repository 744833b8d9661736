import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { DataPlace } from '../src/recovery/open-data.ts';
import { PostgresCluster } from './postgres-cluster.ts';

/** The suites that run twice do so the second time on a PostgreSQL; the second project of Jest sets this. */
export const onPostgres = (globalThis as { DATA_ON?: string }).DATA_ON === 'postgres';

let cluster: PostgresCluster | undefined;
const folders: string[] = [];

/** A new, empty place for data: a folder, or a database of a cluster that is this suite's own. */
export function newPlace(): DataPlace {
  if (onPostgres) {
    cluster ??= new PostgresCluster();
    return { url: cluster.newDatabase() };
  }
  const folder = mkdtempSync(join(tmpdir(), 'probe-place-'));
  folders.push(folder);
  return { folder };
}

/** Every place that was made; for the end of a suite, when its servers are closed. */
export function removePlaces(): void {
  cluster?.remove();
  for (const folder of folders) rmSync(folder, { recursive: true, force: true });
}
