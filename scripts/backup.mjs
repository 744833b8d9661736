// A data folder into one file of open formats, or into a folder of open files; also while a server writes to it.
import { existsSync } from 'node:fs';
import { dataCommand, USUAL_FOLDER, wrongUse } from './data-command.mjs';

const USAGE = 'npm run --silent backup -- [--data FOLDER] --to FILE, or --files FOLDER';
await dataCommand(
  ['data', 'to', 'files'],
  USAGE,
  async ({ data = USUAL_FOLDER, to, files }, { folderSource, writeBackup, writeOpenFiles }) => {
    if ((to === undefined) === (files === undefined)) return wrongUse('Where to? Say --to FILE or --files FOLDER.', USAGE);
    if (!existsSync(data)) return wrongUse(`There is no folder ${data}.`, USAGE);
    if (files !== undefined) {
      const { specimens, pictures, changed } = await writeOpenFiles(folderSource(data), files);
      process.stdout.write(`${files}: ${specimens} specimens, ${pictures} pictures; ${changed} files changed.\n`);
      return 0;
    }
    const { specimens, pictures } = await writeBackup(folderSource(data), to);
    process.stdout.write(`${to}: ${specimens} specimens, ${pictures} pictures.\n`);
    return 0;
  },
);
