// Makes the empty database that every new data folder begins with. Part of building the server.
import { renameSync, rmSync } from 'node:fs';
import { EMPTY_DATABASE, openEmbedded } from '../server/dist/index.js';

const half = `${EMPTY_DATABASE}.new`;
for (const folder of [half, EMPTY_DATABASE]) rmSync(folder, { recursive: true, force: true });
const { close } = await openEmbedded(half);
await close();
renameSync(half, EMPTY_DATABASE);
