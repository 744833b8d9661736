import type { MessagePort } from 'node:worker_threads';
import { type Result, runSolveJob, type SolveJob, type SolveJobDocument } from '@mindful-probe/core';

/** What a thread of the pool is handed: the job, and a line to tell its progress on. */
export interface PoolTask {
  readonly job: SolveJob;
  readonly progress?: MessagePort;
}

/** Runs in a thread of the pool. A stop from outside ends the thread, which a computation cannot hold up. */
export function runInPool({ job, progress }: PoolTask): Result<SolveJobDocument> {
  return runSolveJob(job, { onProgress: (share) => progress?.postMessage(share) });
}
