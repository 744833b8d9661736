import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { type RunningServer, startServer } from '../src/index.ts';
import { API_EXAMPLES } from '../src/open-api/examples.ts';
import { newPlace, removePlaces } from './data-place.ts';

interface Described {
  readonly summary?: string;
  readonly requestBody?: { readonly content: Record<string, { readonly example?: unknown }> };
}

let server: RunningServer;
let described: readonly { readonly name: string; readonly operation: Described }[];

beforeAll(async () => {
  server = await startServer({ place: newPlace(), port: 0 });
  const { paths } = (await (await fetch(`${server.url}/api/openapi.json`)).json()) as { paths: Record<string, Record<string, Described>> };
  described = Object.entries(paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, operation]) => ({ name: `${method.toUpperCase()} ${path}`, operation })),
  );
}, 180_000);

afterAll(async () => {
  await server.close();
  removePlaces();
}, 180_000);

it('says of every request what it is, and shows every JSON body', () => {
  expect(described.map(({ name }) => name).sort()).toEqual(Object.keys(API_EXAMPLES).sort());
  expect(described.filter(({ operation }) => !operation.summary).map(({ name }) => name)).toEqual([]);
  const unshown = described.filter(({ operation: { requestBody } }) => {
    const json = requestBody?.content['application/json'];
    return json !== undefined && json.example === undefined;
  });
  expect(unshown.map(({ name }) => name)).toEqual([]);
});

/** What an example cannot do on an empty shelf without a network: the link, the picture and the instrument are not there. */
const NOT_THERE: Readonly<Record<string, readonly number[]>> = {
  'GET /api/read/{token}': [404, 410],
  'GET /api/pictures/{hash}': [404],
  'POST /api/instruments/{id}/measure': [503],
  'POST /api/instruments/{id}/supply': [422, 503],
  'POST /api/access': [403, 404, 409],
};

/** The examples' instrument: who knows what answers there on the network that this runs in. Here nothing does. */
const [THEIR_INSTRUMENT, NO_INSTRUMENT] = ['192.168.1.20:5025', '127.0.0.1:9'];
const without = (text: string) => text.replaceAll(THEIR_INSTRUMENT, NO_INSTRUMENT);

it('every example is taken as it stands', async () => {
  const refused: string[] = [];
  for (const [name, { path = {}, query = {}, body, answer }] of Object.entries(API_EXAMPLES)) {
    const [method = '', template = ''] = name.split(' ');
    // A stream has no end, and a file is no JSON.
    if (template.endsWith('/events') || /import|restore|POST \/api\/pictures/.test(name)) continue;
    const address = template.replace(/\{(\w+)\}/g, (_, key: string) => encodeURIComponent(without(path[key] ?? '')));
    const response = await fetch(`${server.url}${address}?${new URLSearchParams(query)}`, {
      method,
      ...(body !== undefined && { headers: { 'content-type': 'application/json' }, body: without(JSON.stringify(body)) }),
    });
    const text = await response.text();
    const wanted = NOT_THERE[name];
    if (wanted ? !wanted.includes(response.status) : !response.ok) refused.push(`${name}: ${response.status} ${text.slice(0, 300)}`);
    else if (answer !== undefined && !wanted)
      expect([name, Object.keys(JSON.parse(text) as object)]).toEqual([name, expect.arrayContaining(Object.keys(answer as object))]);
  }
  expect(refused).toEqual([]);
}, 120_000);
