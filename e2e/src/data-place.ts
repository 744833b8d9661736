import { PostgresCluster } from '../../server/test/postgres-cluster.ts';

/** Some files run twice, the second time with their data in a PostgreSQL; that project of Jest sets this. */
export const onPostgres = (globalThis as { DATA_ON?: string }).DATA_ON === 'postgres';

let cluster: PostgresCluster | undefined;
const databases = new Map<string, string>();

/** What tells the application where its data is: nothing for the folder itself, else a database that is this folder's own. */
export function placeOf(folder: string): Readonly<Record<string, string>> {
  if (!onPostgres) return {};
  cluster ??= new PostgresCluster();
  const known = databases.get(folder) ?? cluster.newDatabase();
  databases.set(folder, known);
  return { DATABASE_URL: known };
}

/** For the end of a file, when its applications have stopped. */
export function removeDatabases(): void {
  cluster?.remove();
  cluster = undefined;
}
