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
export function summariseInPool(entries: readonly Entry[]): Summary {
  return summarise(replay(entries));
}

// Whoever ends a thread waits for this: one that is ended while it loads can take the process with it.
parentPort?.postMessage(LOADED);
