// A backup, or a folder of open files, into an empty data folder; the next start builds the database.
import { dataCommand, USUAL_FOLDER, wrongUse } from './data-command.mjs';

const USAGE = 'npm run --silent restore -- --from FILE or FOLDER [--data FOLDER]';
await dataCommand(['data', 'from'], USAGE, async ({ data = USUAL_FOLDER, from }, { restoreFolder }) => {
  if (from === undefined) return wrongUse('From where? Say --from FILE.', USAGE);
  const { specimens, pictures } = await restoreFolder(from, data);
  process.stdout.write(`${data}: ${specimens} specimens, ${pictures} pictures.\n`);
  return 0;
});
