import type { Entry } from '@mindful-probe/core';

/** An entry with its place on the tape. */
export interface TapeLineDto {
  readonly seq: number;
  readonly entry: Entry;
}

/** An answer of the server that says what is wrong: problem details with a code. */
export class ProblemError extends Error {
  constructor(
    readonly code: string,
    readonly status: number,
    detail: string,
  ) {
    super(detail);
    this.name = 'ProblemError';
  }
}

const NOT_OF_WHAT_WAS_SENT: ReadonlySet<number> = new Set([401, 403, 408, 425, 429]);

/**
 * Whether an answer says nothing of what was sent: no session, a refused sender, too many at once, too slow, no room, a
 * server in trouble. It is sent again later.
 */
export function isForLater(status: number): boolean {
  return status >= 500 || NOT_OF_WHAT_WAS_SENT.has(status);
}

/** No answer at all: the server is stopped, or the line is cut. */
export class UnreachableError extends Error {
  constructor() {
    super('The server does not answer. What you enter is kept here and sent when it is back.');
    this.name = 'UnreachableError';
  }
}

const NO_CONTENT = 204;

/** How often the access code was taken on this page. */
let timesEntered = 0;

/** JSON from the server; a refusal or silence is thrown as one of the two errors above. */
export async function request<T>(path: string, init?: RequestInit): Promise<T> {
  const enteredBefore = timesEntered;
  let response: Response;
  try {
    response = await fetch(path, init);
  } catch {
    throw new UnreachableError();
  }
  const body = (await response.json().catch(() => undefined)) as (T & { code?: string; detail?: string }) | undefined;
  if (response.ok && (body !== undefined || response.status === NO_CONTENT)) return body as T;
  if (response.status === 401) {
    // Asked before the code was taken, and answered after it.
    if (enteredBefore !== timesEntered) return request(path, init);
    askForCode();
  }
  throw new ProblemError(body?.code ?? 'unknown', response.status, body?.detail ?? `The server answered ${response.status}.`);
}

const CODE_PAGE = '/enter';

/** Another device without its session shows the code first, and comes back to where it was. What was typed is kept. */
function askForCode(): void {
  const { pathname } = window.location;
  if (pathname !== CODE_PAGE) window.location.assign(`${CODE_PAGE}?back=${encodeURIComponent(pathname)}`);
}

/** Shows the access code, after which this device may ask. */
export async function enterCode(code: string): Promise<void> {
  await postJson('/api/access', { code });
  timesEntered += 1;
}

export function postJson<T>(path: string, body: unknown): Promise<T> {
  return request<T>(path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
}

export function putJson<T>(path: string, body: unknown): Promise<T> {
  return request<T>(path, { method: 'PUT', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
}

/** Uploads a specimen's ZIP or tape. */
export function importFile(file: File): Promise<{ id: string; name: string; created: boolean; added: number }> {
  const form = new FormData();
  form.append('file', file);
  return request('/api/import', { method: 'POST', body: form });
}

/** What came back of a backup, beside what was there. */
export interface BroughtBack {
  readonly specimens: number;
  readonly entries: number;
  readonly pictures: number;
  readonly refused: readonly { readonly specimen: string; readonly why: string }[];
}

/** Uploads a backup of a whole shelf. */
export function bringBack(file: File): Promise<BroughtBack> {
  const form = new FormData();
  form.append('file', file);
  return request('/api/restore', { method: 'POST', body: form });
}
