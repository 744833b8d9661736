import { parentPort, workerData } from 'node:worker_threads';
import { PGlite } from '@electric-sql/pglite';
import { drizzle } from 'drizzle-orm/pglite';
import { type AppendOutcome, type AppendRequest, appendAll } from '../append-all.ts';
import * as schema from '../schema.ts';

/** What the thread is asked; answers come in the order of the questions. */
export type Question =
  | {
      readonly kind: 'query';
      readonly sql: string;
      readonly params: readonly unknown[];
      readonly rowMode?: 'array' | 'object';
      /** Types by their numbers in PostgreSQL that come back as it writes them. */
      readonly asText: readonly number[];
    }
  | { readonly kind: 'append'; readonly requests: readonly AppendRequest[] }
  | { readonly kind: 'close' };

export interface Rows {
  readonly rows: readonly unknown[];
  readonly fields: readonly { readonly name: string; readonly dataTypeID: number }[];
  readonly affectedRows?: number;
}

/** An error of the database, or of the system below it, without what cannot be sent between threads. */
export interface Refusal {
  readonly message: string;
  /** SQLSTATE, or the system's name of the error. */
  readonly code?: string;
}

export type Answer = { readonly rows: Rows } | { readonly outcomes: readonly AppendOutcome[] } | { readonly refusal: Refusal };

/**
 * Pages of tables that it keeps in memory. Its own 128 MB are taken at the start, whatever is kept in them; a shelf of 5,000
 * specimens has its rows in 32.
 */
const START_PARAMS = [...PGlite.defaultStartParams, '-c', 'shared_buffers=32MB'];

const NO_ROWS: Rows = { rows: [], fields: [] };
const asItIs = (text: string) => text;

/** Runs in the thread: opens the database in the folder that it is given, says so, and answers. */
async function serve(folder: string): Promise<void> {
  const port = parentPort;
  if (!port) return;
  const answer = (given: Answer) => port.postMessage(given);
  let database: PGlite;
  try {
    database = await PGlite.create(folder, { startParams: START_PARAMS });
  } catch (error) {
    answer({ refusal: refusalOf(error) });
    return;
  }
  answer({ rows: NO_ROWS });
  const db = drizzle(database, { schema, casing: schema.CASING });
  let turn = Promise.resolve();
  port.on('message', (question: Question) => {
    turn = turn.then(async () => {
      try {
        if (question.kind === 'append') answer({ outcomes: await appendAll(db, question.requests) });
        else answer({ rows: await answerTo(database, question) });
      } catch (error) {
        answer({ refusal: refusalOf(error) });
      }
    });
  });
}

async function answerTo(database: PGlite, question: Exclude<Question, { kind: 'append' }>): Promise<Rows> {
  if (question.kind === 'close') {
    await database.close();
    return NO_ROWS;
  }
  const { sql, params, rowMode, asText } = question;
  const parsers = Object.fromEntries(asText.map((type) => [type, asItIs]));
  const { rows, fields, affectedRows } = await database.query(sql, [...params], { rowMode, parsers });
  return { rows, fields, affectedRows };
}

function refusalOf(error: unknown): Refusal {
  const { message, code, cause } = error as { message?: unknown; code?: unknown; cause?: unknown };
  // Drizzle puts the statement around what the database said.
  if (code === undefined && cause instanceof Error) return refusalOf(cause);
  return { message: typeof message === 'string' ? message : String(error), ...(typeof code === 'string' && { code }) };
}

// Read for its types it is no thread.
if (parentPort && typeof workerData === 'string') await serve(workerData);
