import { readdirSync, readFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { parseTrueBench, type TrueBench } from '@mindful-probe/core';
import { StandInRoom } from './room.ts';
import { type ScpiServer, serveScpi } from './scpi-server.ts';
import { standInsOf } from './stand-ins.ts';

export interface RunningStandIns {
  readonly instruments: readonly { readonly model: string; readonly address: string }[];
  close(): Promise<void>;
}

const SUFFIX = '.bench.json';

/**
 * Starts a TCP server for each simulated instrument, one port after the other.
 *
 * @param folder with a file a gadget, as it truly is; the file's name is the gadget's
 * @param firstPort 0 for any
 * @throws where a file is no such gadget, or there is none
 */
export async function startStandIns(folder: string, firstPort: number): Promise<RunningStandIns> {
  const room = new StandInRoom(readGadgets(folder));
  const running: { model: string; server: ScpiServer }[] = [];
  let port = firstPort;
  for (const { model, commands, reset } of standInsOf(room)) {
    const identity = `MINDFUL PROBE,${model},${running.length + 1},1.0`;
    const server = await serveFrom(port, (at) => serveScpi({ identity, commands, reset, port: at }));
    running.push({ model, server });
    if (port !== 0) port = server.port + 1;
  }
  return {
    instruments: running.map(({ model, server }) => ({ model, address: `127.0.0.1:${server.port}` })),
    close: async () => {
      await Promise.all(running.map(({ server }) => server.close()));
    },
  };
}

const PORTS_TRIED = 40;

/** The next free port where one is busy. */
async function serveFrom(wanted: number, serve: (port: number) => Promise<ScpiServer>): Promise<ScpiServer> {
  for (let port = wanted; ; port++) {
    try {
      return await serve(port);
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EADDRINUSE' || port >= wanted + PORTS_TRIED) throw error;
    }
  }
}

function readGadgets(folder: string): ReadonlyMap<string, TrueBench> {
  const files = readdirSync(folder)
    .filter((name) => name.endsWith(SUFFIX))
    .sort();
  if (files.length === 0) throw new Error(`${folder} has no ${SUFFIX} file for the stand-ins to measure.`);
  return new Map(
    files.map((name) => {
      const parsed = parseTrueBench(JSON.parse(readFileSync(join(folder, name), 'utf8')));
      if (!parsed.ok) throw new Error(`${name}: ${parsed.error.message}`);
      return [basename(name, SUFFIX), parsed.value];
    }),
  );
}
