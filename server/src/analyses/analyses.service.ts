import { setTimeout } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { MessageChannel } from 'node:worker_threads';
import type { Result, SolveJob, SolveJobDocument, Summary } from '@mindful-probe/core';
import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { Piscina } from 'piscina';
import {
  type CompareTask,
  compareInPool,
  LOADED,
  type SolveTask,
  solveInPool,
  summariseInPool,
  type WriteOutTask,
  writeOutInPool,
} from './analyses.worker.ts';

/** A thread reads JavaScript only, so tests that run this file from source take the built worker. */
const WORKER = fileURLToPath(
  new URL(import.meta.url.endsWith('.ts') ? '../../dist/analyses/analyses.worker.js' : './analyses.worker.js', import.meta.url),
);
const MOST_WAITING = 64;
/** A thread that is ended while it loads its module can take the whole process with it (Node 20.20, by `require`): it is loaded by `import`, and waited for. */
const [LONGEST_LOAD_MS, LOAD_LOOK_MS] = [5000, 20];
const THREAD_FLAGS = ['--no-experimental-require-module'];

/** Computation away from the thread that answers requests. The threads are made at first use. */
@Injectable()
export class AnalysesService implements OnModuleDestroy {
  private pool: Piscina | undefined;
  private loaded = 0;

  /**
   * @param signal ends the computation where it is; the promise is then rejected with an AbortError
   * @param onProgress told how much is done, 0 to 1
   */
  async solve(job: SolveJob, signal: AbortSignal, onProgress?: (share: number) => void): Promise<Result<SolveJobDocument>> {
    const { port1, port2 } = new MessageChannel();
    port1.on('message', (share: number) => onProgress?.(share));
    try {
      const task: SolveTask = { job, progress: port2 };
      return await this.threads.run(task, { name: solveInPool.name, signal, transferList: [port2] });
    } finally {
      port1.close();
    }
  }

  /** The row of a specimen on the shelf. @param tape its entries as the text of a JSON array */
  summarise(tape: string): Promise<Summary> {
    return this.threads.run(tape, { name: summariseInPool.name });
  }

  /** The bytes of a write-up, as one file. */
  writeOut(task: WriteOutTask): Promise<Uint8Array> {
    return this.threads.run(task, { name: writeOutInPool.name });
  }

  /** A comparison of specimens, as the text of one file. */
  compare(task: CompareTask): Promise<Result<string>> {
    return this.threads.run(task, { name: compareInPool.name });
  }

  private get threads(): Piscina {
    this.pool ??= this.followed(new Piscina({ filename: WORKER, maxThreads: 2, maxQueue: MOST_WAITING, execArgv: THREAD_FLAGS }));
    return this.pool;
  }

  /** Counts the threads that have loaded. */
  private followed(pool: Piscina): Piscina {
    pool.on('message', (message: unknown) => {
      if (message === LOADED) this.loaded += 1;
    });
    pool.on('workerDestroy', () => {
      this.loaded -= 1;
    });
    return pool;
  }

  async onModuleDestroy(): Promise<void> {
    const { pool } = this;
    if (!pool) return;
    for (let waited = 0; this.loaded < pool.threads.length && waited < LONGEST_LOAD_MS; waited += LOAD_LOOK_MS)
      await setTimeout(LOAD_LOOK_MS);
    await pool.destroy();
  }
}
