import { request as httpRequest } from 'node:http';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { type RunningServer, startServer } from '../src/index.ts';
import { newPlace, removePlaces } from './data-place.ts';

const place = newPlace();
let server: RunningServer;

beforeAll(async () => {
  server = await startServer({ place, port: 0, lan: true });
}, 180_000);

afterAll(async () => {
  await server.close();
  removePlaces();
}, 180_000);

interface Asked {
  readonly method?: string;
  readonly body?: unknown;
  readonly cookie?: string;
  readonly host?: string;
  readonly origin?: string;
}
interface Answer {
  readonly status: number;
  readonly cookie: string;
  readonly text: string;
}

/** A request as it comes from another device: to the machine's address, not to its own name. The target goes out as it is. */
function fromOutside(target: string, { method = 'GET', body, cookie, host = '192.168.7.7:80', origin }: Asked = {}): Promise<Answer> {
  const { port } = new URL(server.url);
  const headers = { host, 'content-type': 'application/json', ...(cookie && { cookie }), ...(origin && { origin }) };
  return new Promise((resolve, reject) => {
    const request = httpRequest({ host: '127.0.0.1', port, path: target, method, headers }, (response) => {
      const answered = (text: string) =>
        resolve({ status: response.statusCode ?? 0, cookie: response.headers['set-cookie']?.[0] ?? '', text });
      // A stream that was let through would never end.
      if (response.headers['content-type']?.includes('event-stream')) {
        answered('');
        request.destroy();
        return;
      }
      let text = '';
      response.on('data', (chunk: Buffer) => {
        text += chunk.toString();
      });
      response.on('end', () => answered(text));
    });
    request.on('error', reject);
    request.end(body === undefined ? undefined : JSON.stringify(body));
  });
}

async function enter(code = server.lan?.code): Promise<string> {
  const { status, cookie } = await fromOutside('/api/access', { method: 'POST', body: { code } });
  expect(status).toBe(204);
  return cookie.split(';')[0] as string;
}

/** Every route of the API by its own description. */
async function routes(): Promise<{ method: string; path: string }[]> {
  const document = (await (await fetch(`${server.url}/api/openapi.json`)).json()) as { paths: Record<string, Record<string, unknown>> };
  const described = Object.entries(document.paths).flatMap(([path, methods]) =>
    Object.keys(methods).map((method) => ({ method: method.toUpperCase(), path: path.replaceAll(/\{\w+\}/g, 'clip-1') })),
  );
  return [...described, { method: 'GET', path: '/api/openapi.json' }];
}

/** What may be asked for without a session, and nothing else. */
const OPEN = new Set(['GET /api/access', 'POST /api/access', 'GET /api/read/clip-1']);

const SPELLINGS: readonly (readonly [string, (path: string) => string])[] = [
  ['as it is', (path) => path],
  ['in capitals', (path) => path.toUpperCase()],
  ['with a slash behind', (path) => `${path}/`],
  ['as an absolute target', (path) => `http://192.168.7.7${path}`],
  ['with an escaped letter', (path) => path.replace('/api', '/%61pi')],
  ['with two slashes', (path) => `/${path}`],
];

describe('another device', () => {
  it.each(SPELLINGS)('gets nothing without a session from any route, spelled %s', async (name, spelled) => {
    const all = await routes();
    expect(all.length).toBeGreaterThan(20);
    for (const { method, path } of all) {
      if (OPEN.has(`${method} ${path}`)) continue;
      const { status } = await fromOutside(spelled(path), { method, ...((method === 'POST' || method === 'PUT') && { body: {} }) });
      const isRefused = status === 401 || (name !== 'as it is' && status === 404);
      expect(`${method} ${spelled(path)}: ${isRefused ? 'refused' : status}`).toBe(`${method} ${spelled(path)}: refused`);
    }
  });

  it('gets everything with one that only this server could have made', async () => {
    expect(JSON.parse((await fromOutside('/api/access')).text)).toEqual({ open: true, addresses: [] });
    const { cookie } = await fromOutside('/api/access', { method: 'POST', body: { code: server.lan?.code } });
    expect(cookie).toMatch(/HttpOnly/i);
    expect(cookie).toMatch(/SameSite=Strict/i);
    const session = cookie.split(';')[0] as string;
    expect((await fromOutside('/api/shelf', { cookie: session })).status).toBe(200);
    for (const forged of ['probe-session=in', `${session.slice(0, -3)}abc`, 'probe-session=', 'probe-session=s%3Ain.abc'])
      expect((await fromOutside('/api/shelf', { cookie: forged })).status).toBe(401);
    const foreign = await fromOutside('/api/specimens', { method: 'POST', body: {}, cookie: session, origin: 'http://elsewhere.example' });
    expect(foreign.status).toBe(403);
  });

  it('reads one write-up by a link, and nothing else, until the link has ended', async () => {
    const entries = [{ id: 'entry-link-1', at: '2026-03-07T10:00:00Z', kind: 'name', name: 'Lent out <b>' }];
    const session = await enter();
    await fromOutside('/api/specimens', { method: 'POST', body: { id: 'lent-1', entries }, cookie: session });
    expect((await fromOutside('/api/specimens/lent-1/links', { method: 'POST', body: {} })).status).toBe(401);
    expect((await fromOutside('/api/specimens/nowhere-1/links', { method: 'POST', body: {}, cookie: session })).status).toBe(404);
    const begun = await fromOutside('/api/specimens/lent-1/links', { method: 'POST', body: {}, cookie: session });
    const { token, endsAt } = JSON.parse(begun.text) as { token: string; endsAt: string };
    expect(token.length).toBeGreaterThan(20);
    expect(Date.parse(endsAt) - Date.now()).toBeLessThan(5 * 3600_000);
    const read = await fromOutside(`/api/read/${token}`);
    expect([read.status, read.cookie]).toEqual([200, '']);
    expect(read.text).toContain('<h1>Lent out &#x3C;b></h1>');
    expect(read.text).not.toContain('entry-link-1');
    expect((await fromOutside('/api/specimens/lent-1/tape')).status).toBe(401);
    for (const wrong of [token.slice(1), `${token}x`, token.toUpperCase(), '..%2F..%2Fapi%2Fshelf', 'lent-1'])
      expect((await fromOutside(`/api/read/${wrong}`)).status).toBe(404);
    expect((await fromOutside('/api/specimens/lent-1/links', { method: 'DELETE' })).status).toBe(401);
    expect((await fromOutside('/api/specimens/lent-1/links', { method: 'DELETE', cookie: session })).status).toBe(204);
    expect((await fromOutside(`/api/read/${token}`)).status).toBe(404);
  });

  it('is refused under a name, which anybody can point here', async () => {
    expect((await fromOutside('/api/shelf', { host: 'bench.example:80', cookie: await enter() })).status).toBe(403);
  });

  it('ends its session, and no other', async () => {
    const [mine, other] = [await enter(), await enter()];
    expect((await fromOutside('/api/access', { method: 'DELETE', cookie: mine })).status).toBe(204);
    expect((await fromOutside('/api/shelf', { cookie: mine })).status).toBe(401);
    expect((await fromOutside('/api/shelf', { cookie: other })).status).toBe(200);
  });

  it('that guesses is slowed down, and locks out nobody who knows the code', async () => {
    const answers: number[] = [];
    for (let tries = 0; tries < 8; tries++)
      answers.push((await fromOutside('/api/access', { method: 'POST', body: { code: 'aaaaaaaa' } })).status);
    expect(answers[0]).toBe(403);
    expect(answers).toContain(429);
    await enter();
  });
});

describe('the machine itself', () => {
  it('alone sees the code, and sends everybody out with a new one', async () => {
    const before = (await (await fetch(`${server.url}/api/access`)).json()) as { code: string };
    expect(before.code).toBe(server.lan?.code);
    const session = await enter();
    expect((await fromOutside('/api/access/sessions', { method: 'DELETE', cookie: session })).status).toBe(403);
    expect((await fetch(`${server.url}/api/access/sessions`, { method: 'DELETE' })).status).toBe(204);
    expect((await fromOutside('/api/shelf', { cookie: session })).status).toBe(401);
    const after = (await (await fetch(`${server.url}/api/access`)).json()) as { code: string };
    expect(after.code).not.toBe(before.code);
    expect((await fromOutside('/api/access', { method: 'POST', body: { code: before.code } })).status).not.toBe(204);
    await enter(after.code);
  });

  it('keeps sessions over a restart', async () => {
    const { code } = (await (await fetch(`${server.url}/api/access`)).json()) as { code: string };
    const session = await enter(code);
    await server.close();
    server = await startServer({ place, port: 0, lan: true });
    expect((await fromOutside('/api/shelf', { cookie: session })).status).toBe(200);
  }, 180_000);
});

describe('behind a proxy of the group’s own', () => {
  it('is answered under its name over https, with the group’s code, and under no other', async () => {
    const lone = server;
    server = await startServer({ place: newPlace(), port: 0, names: ['bench.example'], code: 'a-long-code-of-ours' });
    try {
      const here = { host: 'bench.example', origin: 'https://bench.example' };
      expect((await fromOutside('/api/shelf', here)).status).toBe(401);
      const { status, cookie } = await fromOutside('/api/access', { ...here, method: 'POST', body: { code: 'A long code of ours' } });
      expect(status).toBe(204);
      const session = cookie.split(';')[0] as string;
      expect((await fromOutside('/api/shelf', { ...here, cookie: session })).status).toBe(200);
      expect((await fromOutside('/api/shelf', { host: 'other.example', cookie: session })).status).toBe(403);
      expect((await fromOutside('/api/shelf', { host: '192.168.7.7:80', cookie: session })).status).toBe(403);
      expect((await fromOutside('/api/shelf', { ...here, origin: 'https://other.example', cookie: session })).status).toBe(403);
    } finally {
      await server.close();
      server = lone;
    }
  }, 180_000);
});
