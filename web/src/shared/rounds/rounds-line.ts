import { type Remote, wrap } from 'comlink';
import type { RoundsApi } from '../worker/rounds.worker.ts';

let remote: Remote<RoundsApi> | undefined;

/** The worker that plans: it answers within a fraction of a second, and never waits behind an analysis. */
export function roundsWorker(): Remote<RoundsApi> {
  remote ??= wrap<RoundsApi>(new Worker(new URL('../worker/rounds.worker.ts', import.meta.url), { type: 'module' }));
  return remote;
}
