import type {
  Cause,
  Circuit,
  DriveDetails,
  Entry,
  Limits,
  Result,
  ReworkGoal,
  Solution,
  Way,
  WhatIf,
  WhatIfOutcome,
} from '@mindful-probe/core';
import { useSyncExternalStore } from 'react';
import useSWR from 'swr';
import type { Analysis } from './analyses.worker.ts';
import { ask, type Computing, computing, onComputing, StoppedError } from './worker-line.ts';

export type { Analysis } from './analyses.worker.ts';

const ONCE = { revalidateOnFocus: false, revalidateOnReconnect: false, revalidateIfStale: false, shouldRetryOnError: false } as const;

export interface AnalysisState {
  readonly analysis: Analysis | undefined;
  /** A person stopped it; this computes it after all. */
  readonly again: (() => void) | undefined;
}

/** The analysis of a tape, computed once for the same entries. Meanwhile the previous one stands. */
export function useAnalysis(specimenId: string, entries: readonly Entry[]): AnalysisState {
  const key = ['analysis', specimenId, entries.map(({ id }) => id).join(' ')];
  const { data, error, mutate } = useSWR(key, () => ask((api, onStep) => api.analyse(entries, onStep)), {
    ...ONCE,
    keepPreviousData: true,
  });
  return { analysis: data, again: error instanceof StoppedError ? () => void mutate() : undefined };
}

/** The ways to a goal on a circuit, and whether they are still being searched. Ways of another circuit would be wrong here, so none stand meanwhile. */
export function useWays(
  circuit: Circuit | undefined,
  goal: ReworkGoal | undefined,
): { ways: Result<readonly Way[]> | undefined; searching: boolean } {
  const key = circuit && goal ? ['ways', JSON.stringify(circuit), goal.ledRef, goal.chipAmps] : null;
  const { data, isLoading } = useSWR(
    key,
    () => ask(async (api): Promise<Result<readonly Way[]>> => api.ways(circuit as Circuit, goal as ReworkGoal)),
    ONCE,
  );
  return { ways: data, searching: isLoading };
}

/** Why readings do not fit together; undefined while it is looked for, or where nobody asks. */
export function useCauses(entries: readonly Entry[], rework: number, wanted: boolean): readonly Cause[] | undefined {
  const key = wanted ? ['causes', rework, entries.map(({ id }) => id).join(' ')] : null;
  return useSWR(key, () => ask((api, onStep) => api.causes(entries, rework, onStep)), ONCE).data;
}

/** Where the current of a chip lies by sampling; undefined until it is there, and where it cannot be. */
export function useLedLimits(entries: readonly Entry[], rework: number, ref: string | undefined): Limits | undefined {
  const key = ref === undefined ? null : ['limits', rework, ref, entries.map(({ id }) => id).join(' ')];
  return useSWR(key, () => ask((api) => api.limits(entries, rework, ref as string)), ONCE).data;
}

/** Heat, light, life and waves; undefined until they are there. */
export function useDriveDetails(entries: readonly Entry[], rework: number): DriveDetails | undefined {
  const key = ['details', rework, entries.map(({ id }) => id).join(' ')];
  return useSWR(key, () => ask((api) => api.details(entries, rework)), { ...ONCE, keepPreviousData: true }).data;
}

/** Asks for one position of the sliders. */
export function askWhatIf(circuit: Circuit, ledRef: string, change: WhatIf, now: Solution): Promise<Result<WhatIfOutcome>> {
  return ask(async (api): Promise<Result<WhatIfOutcome>> => api.whatIf(circuit, ledRef, change, now));
}

/** What is computed for longer than a moment, if anything. */
export function useComputing(): Computing | undefined {
  return useSyncExternalStore(onComputing, computing);
}
