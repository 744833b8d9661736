import 'reflect-metadata';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { type AddressInfo, createServer } from 'node:net';
import { join } from 'node:path';
import { stockFromCsv } from '@mindful-probe/core';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { AccessService } from './access/access.service.ts';
import { AppModule } from './app.module.ts';
import { DrawerService } from './bench/drawer.service.ts';
import { ExchangeService } from './exchange/exchange.service.ts';
import { InstrumentsService } from './instruments/instruments.service.ts';
import { startStandIns } from './instruments/stand-in/start-stand-ins.ts';
import { OpenApi } from './open-api/open-api.ts';
import { type DataPlace, openData } from './recovery/open-data.ts';
import { serveWebApp } from './web-app.ts';

export interface ServerOptions {
  readonly place: DataPlace;
  /** Told what takes long at the start, and what somebody should know. */
  readonly say?: (words: string) => void;
  /** Wanted; the next free one is taken where it is busy. 0 takes any. */
  readonly port: number;
  /** The built web application. */
  readonly webFolder?: string;
  /** Where pictures are kept; in the data folder where there is one, else in the database. */
  readonly pictureFolder?: string;
  /** Also answers the local network, which then wants the access code. */
  readonly lan?: boolean;
  /** Names by which a proxy of the group's own forwards here, over https; who comes so wants the access code. */
  readonly names?: readonly string[];
  /** One access code for several servers, 12 characters or more; a new one at each start where it is left out. */
  readonly code?: string;
  /** Gadgets as they truly are: stand-in instruments for them are started, and put on the list for as long as this runs. */
  readonly standIns?: { readonly folder: string; readonly firstPort: number };
  /** Tapes to import where they are not on the shelf yet, through the same import that users have. */
  readonly tapeFolder?: string;
}

export interface RunningServer {
  readonly url: string;
  /** True where the wanted port was busy. */
  readonly movedPort: boolean;
  /** For other devices; undefined where only this machine is answered. */
  readonly lan?: { readonly addresses: readonly string[]; readonly code: string };
  close(): Promise<void>;
}

/** This machine only. */
const HOST = '127.0.0.1';
/** Every interface of it. */
const ANY_HOST = '0.0.0.0';
const PORTS_TRIED = 50;

/** Opens the data, starts to answer, and says where. */
export async function startServer(options: ServerOptions): Promise<RunningServer> {
  // Before anything else: a folder in use is refused without a half-built application around it.
  const opened = await openData(options.place, options.say ?? (() => undefined));
  const app = await NestFactory.create<NestExpressApplication>(
    AppModule.of({
      opened,
      admission: { network: options.lan === true, names: options.names ?? [], code: options.code },
      pictureFolder: pictureFolderOf(options),
      dataFolder: 'folder' in options.place ? options.place.folder : undefined,
    }),
    {
      logger: ['error', 'warn'],
      abortOnError: false,
      // An open event stream would hold up the stop for as long as its tab is open.
      forceCloseConnections: true,
      // Nothing is sent as a form's fields, so that only JSON is read.
      bodyParser: false,
    },
  );
  app.useBodyParser('json', { limit: '8mb' });
  app.enableShutdownHooks([]);
  app.get(OpenApi).of(app);
  if (options.webFolder) serveWebApp(app, options.webFolder);
  const port = options.port === 0 ? 0 : await freePort(options.port);
  await app.listen(port, options.lan || options.names ? ANY_HOST : HOST);
  if (options.tapeFolder) {
    await importFolder(app.get(ExchangeService), options.tapeFolder);
    await importStock(app.get(DrawerService), options.tapeFolder);
  }
  const standIns = options.standIns && (await startStandIns(options.standIns.folder, options.standIns.firstPort));
  for (const { address } of standIns?.instruments ?? []) await app.get(InstrumentsService).lend({ address });
  const access = app.get(AccessService);
  const { port: bound } = app.getHttpServer().address() as AddressInfo;
  return {
    url: `http://${HOST}:${bound}`,
    movedPort: options.port !== 0 && port !== options.port,
    ...((options.lan || options.names) && { lan: { addresses: access.addresses(bound), code: access.code } }),
    close: async () => {
      await app.close();
      await standIns?.close();
    },
  };
}

function pictureFolderOf({ place, pictureFolder }: ServerOptions): string | undefined {
  return pictureFolder ?? ('folder' in place ? join(place.folder, 'pictures') : undefined);
}

async function importFolder(exchange: ExchangeService, folder: string): Promise<void> {
  for (const name of readdirSync(folder)
    .filter((file) => file.endsWith('.tape.json'))
    .sort()) {
    await exchange.import(readFileSync(join(folder, name)), pictureBeside(folder));
  }
}

/** What the drawer of a demo has in it, where nothing is in it yet. */
async function importStock(drawer: DrawerService, folder: string): Promise<void> {
  const path = join(folder, 'drawer.csv');
  if (!existsSync(path) || (await drawer.list()).length > 0) return;
  await drawer.add(stockFromCsv(readFileSync(path, 'utf8')).items);
}

/** Pictures lie beside the tapes by their hash. */
function pictureBeside(folder: string): (file: string) => Uint8Array | undefined {
  return (file) => {
    const path = join(folder, file);
    return existsSync(path) ? readFileSync(path) : undefined;
  };
}

async function freePort(wanted: number): Promise<number> {
  for (let port = wanted; port < wanted + PORTS_TRIED; port++) {
    if (await isFree(port)) return port;
  }
  return 0;
}

function isFree(port: number): Promise<boolean> {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, HOST, () => probe.close(() => resolve(true)));
  });
}
