import type {
  Cause,
  Circuit,
  DriveDetails,
  Entry,
  Limits,
  Result,
  ReworkGoal,
  ReworkWay,
  Solution,
  WhatIf,
  WhatIfOutcome,
} from '@mindful-probe/core';
import { useSyncExternalStore } from 'react';
import useSWR from 'swr';
import type { AnalysisView, AskedTape } from './analyses.worker.ts';
import { ask, type Computing, computing, onComputing, StoppedError, turnTo } from './worker-line.ts';

export type { AnalysisView } from './analyses.worker.ts';

const ONCE = { revalidateOnFocus: false, revalidateOnReconnect: false, revalidateIfStale: false, shouldRetryOnError: false } as const;

export interface AnalysisState {
  readonly analysis: AnalysisView | undefined;
  /** The analysis is of the tape as it was before the last entry; that of the present one is being computed. */
  readonly isStale: boolean;
  /** A person stopped it; this computes it after all. */
  readonly again: (() => void) | undefined;
}

/** What tells one tape from another: entries are only ever added. */
function topicOf(specimenId: string, entries: readonly Entry[]): string {
  return `${specimenId} ${entries.length} ${entries.at(-1)?.id ?? ''}`;
}

function tapeOf(specimenId: string, entries: readonly Entry[]): AskedTape {
  return { topic: topicOf(specimenId, entries), entries };
}

/** The analysis of a tape, computed once for the same entries. Meanwhile the previous one stands, and is said to be stale. */
export function useAnalysis(specimenId: string, entries: readonly Entry[]): AnalysisState {
  const tape = tapeOf(specimenId, entries);
  const { data, error, isLoading, mutate } = useSWR(
    ['analysis', tape.topic],
    () => {
      turnTo(tape.topic);
      return ask((api, onStep) => api.analyse(tape, onStep), tape.topic);
    },
    { ...ONCE, keepPreviousData: true },
  );
  const isStopped = error instanceof StoppedError;
  return { analysis: data, isStale: data !== undefined && (isLoading || isStopped), again: isStopped ? () => void mutate() : undefined };
}

/** The ways to a goal on a circuit, and whether they are still being searched. Ways of another circuit would be wrong here, so none stand meanwhile. */
export function useWays(
  circuit: Circuit | undefined,
  goal: ReworkGoal | undefined,
): { ways: Result<readonly ReworkWay[]> | undefined; searching: boolean } {
  const key = circuit && goal ? ['ways', JSON.stringify(circuit), goal.ledRef, goal.chipAmps] : null;
  const { data, isLoading } = useSWR(
    key,
    () => ask(async (api): Promise<Result<readonly ReworkWay[]>> => api.ways(circuit as Circuit, goal as ReworkGoal)),
    ONCE,
  );
  return { ways: data, searching: isLoading };
}

/** The solution of a circuit that no tape has yet; undefined until it is there. */
export function useSolution(circuit: Circuit): Result<Solution> | undefined {
  return useSWR(['solution', JSON.stringify(circuit)], () => ask(async (api): Promise<Result<Solution>> => api.solve(circuit)), ONCE).data;
}

/** Why readings do not fit together; undefined while it is looked for, or where nobody asks. */
export function useCauses(specimenId: string, entries: readonly Entry[], rework: number, wanted: boolean): readonly Cause[] | undefined {
  const tape = tapeOf(specimenId, entries);
  return useSWR(
    wanted ? ['causes', rework, tape.topic] : null,
    () => ask((api, onStep) => api.causes(tape, rework, onStep), tape.topic),
    ONCE,
  ).data;
}

/** Where the current of a chip lies by sampling; undefined until it is there, and where it cannot be. */
export function useLedLimits(specimenId: string, entries: readonly Entry[], rework: number, ref: string | undefined): Limits | undefined {
  const tape = tapeOf(specimenId, entries);
  const key = ref === undefined ? null : ['limits', rework, ref, tape.topic];
  return useSWR(key, () => ask((api) => api.limits(tape, rework, ref as string), tape.topic), ONCE).data;
}

/** Heat, light, life and waves; undefined until they are there, and of the tape before while the present one is computed. */
export function useDriveDetails(
  specimenId: string,
  entries: readonly Entry[],
  rework: number,
): { readonly details: DriveDetails | undefined; readonly isStale: boolean } {
  const tape = tapeOf(specimenId, entries);
  const { data, error, isLoading } = useSWR(['details', rework, tape.topic], () => ask((api) => api.details(tape, rework), tape.topic), {
    ...ONCE,
    keepPreviousData: true,
  });
  return { details: data, isStale: data !== undefined && (isLoading || error !== undefined) };
}

/** Asks for one position of the sliders. */
export function askWhatIf(circuit: Circuit, ledRef: string, change: WhatIf, now: Solution): Promise<Result<WhatIfOutcome>> {
  return ask(async (api): Promise<Result<WhatIfOutcome>> => api.whatIf(circuit, ledRef, change, now));
}

/** What is computed for longer than a moment, if anything. */
export function useComputing(): Computing | undefined {
  return useSyncExternalStore(onComputing, computing);
}
