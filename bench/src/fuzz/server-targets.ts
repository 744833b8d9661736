import { request as httpRequest } from 'node:http';
import { readUpload } from '@mindful-probe/server';
import { strToU8, zipSync } from 'fflate';
import { below, changedJson, changedText, oneOf, type Random } from './random-input.ts';
import type { FuzzTarget } from './targets.ts';

const ENTRY = { id: 'entry-01', at: '2026-03-07T10:00:00Z', kind: 'note', text: 'x' };
const TAPE = JSON.stringify({ format: 'mindful-probe.tape', version: 1, specimen: 'clip-1', entries: [ENTRY] });
const ZIP = zipSync({ 'specimen.tape.json': strToU8(TAPE), [`pictures/${'a'.repeat(64)}.jpg`]: new Uint8Array(50) });

function changedBytes(random: Random, bytes: Uint8Array): Uint8Array {
  const changed = Uint8Array.from(bytes);
  for (let change = 0; change <= below(random, 8); change++) changed[below(random, changed.length)] = below(random, 256);
  return changed.subarray(0, below(random, 4) === 0 ? below(random, changed.length) : changed.length);
}

export const ZIP_TARGET: FuzzTarget = {
  name: 'ZIP',
  make: (random) => changedBytes(random, ZIP),
  run: (bytes) => {
    try {
      return readUpload(bytes as Uint8Array).tape;
    } catch (error) {
      // A refusal has a code; everything else is what is looked for.
      if (typeof (error as { code?: unknown }).code === 'string') return undefined;
      throw error;
    }
  },
};

interface Asked {
  readonly method: string;
  readonly path: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly body: string | undefined;
}

export const SOLVE_BODY = {
  circuit: {
    format: 'mindful-probe.circuit',
    version: 1,
    parts: [
      { ref: 'V1', kind: 'dc', pins: ['p', 'm'], volts: 5 },
      { ref: 'R1', kind: 'resistor', pins: ['p', 'm'], ohms: 39 },
    ],
  },
};

const BODIES: Readonly<Record<string, unknown>> = {
  '/api/specimens': { id: 'clip-1', entries: [ENTRY] },
  '/api/specimens/clip-1/tape': { entries: [ENTRY] },
  '/api/marks': { marks: [{ mark: 'K7B', what: 'a driver' }] },
  '/api/meters': { meters: [{ name: 'Yellow', role: 'probes', ranges: [{ unit: 'volts', percent: 1, digits: 3, inputOhms: 1e6 }] }] },
  '/api/solve': SOLVE_BODY,
  '/api/instruments': { address: '127.0.0.1:9' },
  '/api/access': { code: 'abcdefgh' },
};
const PATHS = [
  ...Object.keys(BODIES),
  '/api/shelf?after=3',
  '/api/specimens/clip-1/tape?after=1',
  `/api/pictures/${'a'.repeat(64)}?size=whole`,
  '/api/specimens/clip-1/export.zip',
  '/api/specimens/clip-1/write-up.md',
  '/api/marks/K7B',
  '/api/instruments/127.0.0.1%3A9/series?after=2',
  '/api/health',
  '/api/openapi.json',
];
const TYPES = [
  'application/json',
  'application/json; charset=nowhere',
  'text/plain',
  'multipart/form-data; boundary=x',
  'application/json;charset=utf-16',
  '',
];

/** Requests to a server that runs: it answers each, and none with 500. */
export function httpTarget(url: string): FuzzTarget {
  return {
    name: 'HTTP',
    make: (random): Asked => {
      const path = oneOf(random, PATHS);
      const known = BODIES[path];
      const body = known === undefined ? undefined : JSON.stringify(changedJson(random, known));
      const escaped = ['%00', '%', '%2e%2e', '?after=3000000000', '?after=-1', '?after=1e999', '/', '//', '%ff'];
      return {
        method: oneOf(random, known === undefined ? ['GET', 'DELETE', 'HEAD'] : ['POST', 'PUT', 'GET']),
        path: below(random, 3) === 0 ? path + oneOf(random, escaped) : path,
        headers: { 'content-type': below(random, 5) === 0 ? oneOf(random, TYPES) : 'application/json' },
        body: body !== undefined && below(random, 3) === 0 ? changedText(random, body) : body,
      };
    },
    run: (input) => ask(url, input as Asked),
  };
}

function ask(url: string, { method, path, headers, body }: Asked): Promise<undefined> {
  const { hostname, port } = new URL(url);
  return new Promise((resolve, reject) => {
    const bytes = body === undefined || method === 'GET' || method === 'HEAD' ? undefined : Buffer.from(body);
    const request = httpRequest(
      { hostname, port, path, method, headers: { ...headers, ...(bytes && { 'content-length': String(bytes.length) }) } },
      (response) => {
        response.resume();
        const { statusCode = 0 } = response;
        // A full disk and an unreachable instrument are no errors of ours.
        if (statusCode >= 500 && statusCode !== 502 && statusCode !== 504 && statusCode !== 507)
          reject(new Error(`answered ${statusCode}`));
        else resolve(undefined);
      },
    );
    request.on('error', reject);
    request.end(bytes);
  });
}
