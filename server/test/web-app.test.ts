import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync, brotliDecompressSync, gunzipSync, gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { serveWebApp } from '../src/web-app.ts';

class NoApi {}
const SCRIPT = 'export const word = "watt";\n'.repeat(100);

let folder: string;
let app: NestExpressApplication;

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'probe-web-'));
  mkdirSync(join(folder, 'assets'));
  writeFileSync(join(folder, 'index.html'), '<!doctype html><title>page</title>');
  writeFileSync(join(folder, 'assets', 'view-1a2b.js'), SCRIPT);
  writeFileSync(join(folder, 'assets', 'view-1a2b.js.br'), brotliCompressSync(SCRIPT));
  writeFileSync(join(folder, 'assets', 'view-1a2b.js.gz'), gzipSync(SCRIPT));
  writeFileSync(join(folder, 'assets', 'small-3c4d.js'), 'export {};');
  app = await NestFactory.create<NestExpressApplication>({ module: NoApi }, { logger: false });
  serveWebApp(app, folder);
  await app.listen(0, '127.0.0.1');
});

afterAll(async () => {
  await app.close();
  rmSync(folder, { recursive: true, force: true });
});

/** As it comes over the line: nothing is decompressed. */
async function get(path: string, encoding: string): Promise<{ status: number; headers: NodeJS.Dict<string | string[]>; body: Buffer }> {
  const url = await app.getUrl();
  return new Promise((resolve, reject) => {
    request(`${url}${path}`, { headers: { 'accept-encoding': encoding } }, (response) => {
      const chunks: Buffer[] = [];
      response.on('data', (chunk: Buffer) => chunks.push(chunk));
      response.on('end', () => resolve({ status: response.statusCode ?? 0, headers: response.headers, body: Buffer.concat(chunks) }));
    })
      .on('error', reject)
      .end();
  });
}

describe('the built page', () => {
  it.each([
    ['gzip, deflate, br', 'br', brotliDecompressSync],
    ['gzip', 'gzip', gunzipSync],
    ['identity', undefined, (bytes: Buffer) => bytes],
  ] as const)('sends a script to one that takes %s as it was compressed when it was built', async (accepted, encoding, unpack) => {
    const { status, headers, body } = await get('/assets/view-1a2b.js', accepted);
    expect(status).toBe(200);
    expect(headers['content-encoding']).toBe(encoding);
    expect(headers['content-type']).toMatch(/javascript/);
    expect(headers['cache-control']).toMatch(/max-age=31536000, immutable/);
    expect(headers['x-content-type-options']).toBe('nosniff');
    expect(headers['content-security-policy']).toBe("default-src 'self'");
    expect(unpack(body).toString()).toBe(SCRIPT);
  });

  it('sends a script that was too small to compress as it is, and has none that is not there', async () => {
    expect((await get('/assets/small-3c4d.js', 'br')).body.toString()).toBe('export {};');
    expect((await get('/assets/none-5e6f.js', 'br')).status).toBe(404);
    expect((await get('/assets/..%2f..%2fpackage.json', 'br')).status).toBeGreaterThanOrEqual(400);
  });

  it('answers every address of the page with it, and lets it load from nowhere else', async () => {
    for (const path of ['/', '/specimens/any/drive']) {
      const { status, headers, body } = await get(path, 'identity');
      expect(status).toBe(200);
      expect(body.toString()).toContain('<title>page</title>');
      expect(headers['content-security-policy']).toMatch(/default-src 'self'/);
    }
  });
});
