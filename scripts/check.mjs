// Looks through a data folder and says what is wrong with it; status 1 where something is.
import { dataCommand, USUAL_FOLDER } from './data-command.mjs';

const USAGE = 'npm run --silent check -- [--data FOLDER]';
await dataCommand(['data'], USAGE, async ({ data = USUAL_FOLDER }, { checkData }) => {
  const { specimens, entries, pictures, problems, databaseLeftOut } = await checkData(data);
  process.stdout.write(`${data}: ${specimens} specimens, ${entries} entries, ${pictures} pictures.\n`);
  if (databaseLeftOut !== undefined) process.stdout.write(`The database was not looked at: ${databaseLeftOut}.\n`);
  for (const problem of problems) process.stdout.write(`${problem}\n`);
  process.stdout.write(problems.length === 0 ? 'Nothing is wrong.\n' : `${problems.length} found.\n`);
  return problems.length === 0 ? 0 : 1;
});
