import { afterEach } from '@jest/globals';

/** What was asked of the server. */
export interface Asked {
  readonly method: string;
  readonly path: string;
  readonly body: unknown;
}

/** A refusal in the server's words. */
export class Refusal {
  constructor(
    readonly status: number,
    readonly detail: string,
  ) {}
}

const own = globalThis.fetch;

afterEach(() => {
  globalThis.fetch = own;
});

/**
 * Answers what a component asks of the server, until the end of the test.
 *
 * @param answer JSON, or a `Refusal`
 * @returns what was asked, as it comes
 */
export function answering(answer: (asked: Asked) => unknown): readonly Asked[] {
  const asked: Asked[] = [];
  globalThis.fetch = (async (path: string, { method = 'GET', body }: RequestInit = {}) => {
    const one = { method, path, body: typeof body === 'string' ? JSON.parse(body) : body };
    asked.push(one);
    const found = answer(one);
    const isRefused = found instanceof Refusal;
    return { ok: !isRefused, status: isRefused ? found.status : 200, json: async () => found };
  }) as typeof fetch;
  return asked;
}
