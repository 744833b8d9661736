import type { Circuit, Entry, Result, ReworkGoal, Way } from '@mindful-probe/core';
import { type Remote, wrap } from 'comlink';
import useSWR from 'swr';
import type { AnalysesApi, Analysis } from './analyses.worker.ts';

export type { Analysis } from './analyses.worker.ts';

let remote: Remote<AnalysesApi> | undefined;

/** Made at first use: the shelf needs none. */
function analyses(): Remote<AnalysesApi> {
  remote ??= wrap<AnalysesApi>(new Worker(new URL('./analyses.worker.ts', import.meta.url), { type: 'module' }));
  return remote;
}

const ONCE = { revalidateOnFocus: false, revalidateOnReconnect: false, revalidateIfStale: false } as const;

/** The analysis of a tape, computed once for the same entries. Meanwhile the previous one stands. */
export function useAnalysis(specimenId: string, entries: readonly Entry[]): Analysis | undefined {
  const key = ['analysis', specimenId, entries.map(({ id }) => id).join(' ')];
  return useSWR(key, () => analyses().analyse(entries), { ...ONCE, keepPreviousData: true }).data;
}

/** The ways to a goal on a circuit, and whether they are still being searched. Ways of another circuit would be wrong here, so none stand meanwhile. */
export function useWays(
  circuit: Circuit | undefined,
  goal: ReworkGoal | undefined,
): { ways: Result<readonly Way[]> | undefined; searching: boolean } {
  const key = circuit && goal ? ['ways', JSON.stringify(circuit), goal.ledRef, goal.chipAmps] : null;
  const { data, isLoading } = useSWR(
    key,
    async (): Promise<Result<readonly Way[]>> => analyses().ways(circuit as Circuit, goal as ReworkGoal),
    ONCE,
  );
  return { ways: data, searching: isLoading };
}
