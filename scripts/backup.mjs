// A data folder into one file of open formats; also while a server writes to it.
import { existsSync } from 'node:fs';
import { dataCommand, USUAL_FOLDER, wrongUse } from './data-command.mjs';

const USAGE = 'npm run --silent backup -- [--data FOLDER] --to FILE';
await dataCommand(['data', 'to'], USAGE, async ({ data = USUAL_FOLDER, to }, { folderSource, writeBackup }) => {
  if (to === undefined) return wrongUse('Where to? Say --to FILE.', USAGE);
  if (!existsSync(data)) return wrongUse(`There is no folder ${data}.`, USAGE);
  const { specimens, pictures } = await writeBackup(folderSource(data), to);
  process.stdout.write(`${to}: ${specimens} specimens, ${pictures} pictures.\n`);
  return 0;
});
