import { Agent, type IncomingMessage, request } from 'node:http';
import { setTimeout } from 'node:timers/promises';
import { parentPort, workerData } from 'node:worker_threads';

/** What clients do in their thread, away from the server's. */
export interface LoadPlan {
  readonly url: string;
  /** Clients that work at the same time, each for so many turns. */
  readonly clients: number;
  readonly each: number;
  /** Between an answer and the next request; 0 keeps the server as busy as the clients can. */
  readonly pauseMs: number;
  /** Event streams that are open meanwhile, on the shelf and on the specimens in turn. */
  readonly streams: number;
  readonly work:
    | { readonly kind: 'append'; readonly name: string; readonly onTheirOwn: boolean }
    | { readonly kind: 'read'; readonly path: string };
}

/** Of each request, in the order in which they were answered, ms. */
export type TookMs = readonly number[];

async function carryOut({ url, clients, each, pauseMs, streams, work }: LoadPlan): Promise<TookMs> {
  const idOf = (client: number) =>
    work.kind === 'append' && work.onTheirOwn ? `${work.name}-${client}` : work.kind === 'append' ? work.name : '';
  const turnOf = (client: number, turn: number) =>
    work.kind === 'read' ? read(url + work.path) : append(url, idOf(client), `${work.name}-${client}-${turn}`);
  const took: number[] = [];
  let heard: readonly IncomingMessage[] = [];
  if (work.kind === 'append' && streams > 0) {
    for (let client = 0; client < clients; client++) await append(url, idOf(client), `${work.name}-${client}-first`);
    heard = await Promise.all(Array.from({ length: streams }, (_, index) => listen(url, index, idOf(index % clients))));
  }
  const run = async (client: number) => {
    // Not all at the same moment, as people do not.
    if (pauseMs > 0) await setTimeout((pauseMs * client) / clients);
    for (let turn = 0; turn < each; turn++) {
      if (pauseMs > 0 && turn > 0) await setTimeout(pauseMs);
      const begun = performance.now();
      await turnOf(client, turn);
      took.push(performance.now() - begun);
    }
  };
  await Promise.all(Array.from({ length: clients }, (_, client) => run(client)));
  for (const stream of heard) stream.destroy();
  if (work.kind === 'append') await findAll(url, new Set(Array.from({ length: clients }, (_, client) => idOf(client))), clients * each);
  return took;
}

/** A connection stays open, as a browser's does; the plain client, because clients share the machine with the server. */
const connections = new Agent({ keepAlive: true, maxSockets: Number.POSITIVE_INFINITY });

async function append(url: string, id: string, text: string): Promise<void> {
  const entries = [{ id: `note-${text}`, at: '2026-03-07T10:00:00Z', kind: 'note', text: 'a line as it is typed' }];
  const answer = await answerOf(`${url}/api/specimens`, JSON.stringify({ id, entries }));
  if (answer.statusCode !== 200 && answer.statusCode !== 201) throw new Error(`An append was answered with ${answer.statusCode}.`);
  await textOf(answer);
}

async function read(url: string): Promise<string> {
  return textOf(await answerOf(url));
}

/** Gets, or posts where there is a body; resolves when the answer begins. */
function answerOf(url: string, body?: string): Promise<IncomingMessage> {
  const headers = body === undefined ? {} : { 'content-type': 'application/json', 'content-length': Buffer.byteLength(body) };
  return new Promise((resolve, reject) => {
    request(url, { agent: connections, method: body === undefined ? 'GET' : 'POST', headers }, resolve)
      .on('error', reject)
      .end(body);
  });
}

async function textOf(answer: IncomingMessage): Promise<string> {
  const parts: Buffer[] = [];
  for await (const part of answer) parts.push(part);
  return Buffer.concat(parts).toString('utf8');
}

/** A stream of events once it is open; what it says is read and dropped. */
async function listen(url: string, index: number, id: string): Promise<IncomingMessage> {
  const answer = await answerOf(index % 2 === 0 ? `${url}/api/shelf/events` : `${url}/api/specimens/${id}/events`);
  return answer.on('error', () => undefined).resume();
}

/** @throws where an entry that was acknowledged is not on its tape */
async function findAll(url: string, ids: ReadonlySet<string>, wanted: number): Promise<void> {
  let found = 0;
  for (const id of ids) {
    const { lines } = JSON.parse(await read(`${url}/api/specimens/${id}/tape`)) as { lines: { entry: { id: string } }[] };
    found += lines.filter(({ entry }) => !entry.id.endsWith('-first')).length;
  }
  if (found !== wanted) throw new Error(`${wanted} entries were acknowledged, and ${found} are on the tapes.`);
}

if (parentPort) parentPort.postMessage(await carryOut(workerData as LoadPlan));
