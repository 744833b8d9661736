import { type MessagePort, parentPort } from 'node:worker_threads';
import {
  type Entry,
  type Result,
  replay,
  runSolveJob,
  type SolveJob,
  type SolveJobDocument,
  type Summary,
  summarise,
} from '@mindful-probe/core';
import type { ComparedEntries, ComparisonWay, PrintedPicture, WriteOutOptions } from '@mindful-probe/print';

/** Told by a thread once it has loaded. */
export const LOADED = 'loaded';

/** What a thread of the pool is handed: the job, and a line to tell its progress on. */
export interface SolveTask {
  readonly job: SolveJob;
  readonly progress?: MessagePort;
}

/** Runs in a thread of the pool. A stop from outside ends the thread, which a computation cannot hold up. */
export function solveInPool({ job, progress }: SolveTask): Result<SolveJobDocument> {
  return runSolveJob(job, { onProgress: (share) => progress?.postMessage(share) });
}

/** The row of a specimen on the shelf. */
export function summariseInPool(tape: string): Summary {
  return summarise(replay(JSON.parse(tape) as readonly Entry[]));
}

/** A write-up to be written out, with the photos that it shows, by their hash. */
export interface WriteOutTask {
  readonly entries: readonly Entry[];
  readonly options: Omit<WriteOutOptions, 'pictureOf'>;
  readonly pictures: ReadonlyMap<string, PrintedPicture>;
}

/** The bytes of one file. */
export async function writeOutInPool({ entries, options, pictures }: WriteOutTask): Promise<Uint8Array> {
  const { writeOut } = await import('@mindful-probe/print');
  return writeOut(entries, { ...options, pictureOf: (hash) => pictures.get(hash) });
}

/** Specimens to be compared, and how that is written out. */
export interface CompareTask {
  readonly specimens: readonly ComparedEntries[];
  readonly way: ComparisonWay;
}

/** The text of one file; an error where they are too few or too many. */
export async function compareInPool({ specimens, way }: CompareTask): Promise<Result<string>> {
  const { compareOut } = await import('@mindful-probe/print');
  return compareOut(specimens, way);
}

// Whoever ends a thread waits for this: one that is ended while it loads can take the process with it.
parentPort?.postMessage(LOADED);
