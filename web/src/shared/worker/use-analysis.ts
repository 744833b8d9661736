import type {
  Aftermath,
  Cause,
  Circuit,
  CircuitMove,
  Comparison,
  Cut,
  CutNeeds,
  DriveDetails,
  Entry,
  EntryDraft,
  Goal,
  Limits,
  ModeFigures,
  PaletteName,
  Result,
  Rework,
  ReworkWay,
  SearchProgress,
  Solution,
  WeighProgress,
  WhatIf,
  WhatIfOutcome,
} from '@mindful-probe/core';
import { proxy } from 'comlink';
import { useEffect, useState, useSyncExternalStore } from 'react';
import useSWR from 'swr';
import type { AnalysisView, AskedTape, ModeView, WayView, WriteUpView } from './analyses.worker.ts';
import type { DiagnosisView, TriedFault } from './faults.worker.ts';
import { ask, askFaults, type Computing, computing, onComputing, StoppedError, turnTo } from './worker-line.ts';

export type { AnalysisView, WayView } from './analyses.worker.ts';
export type { DiagnosisView } from './faults.worker.ts';

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

/** The ways to a goal on a circuit: what was found so far, and at the end all. */
export function useWays(
  circuit: Circuit | undefined,
  goal: Goal | undefined,
): {
  readonly rework: Result<Rework> | undefined;
  readonly progress: SearchProgress | undefined;
  readonly isStopped: boolean;
  readonly again: () => void;
} {
  const key = circuit && goal ? JSON.stringify([circuit, goal]) : undefined;
  const [progress, setProgress] = useState<{ readonly of: string; readonly found: SearchProgress }>();
  const { data, error, mutate } = useSWR(
    key === undefined ? null : ['ways', key],
    () =>
      ask(
        async (api): Promise<Result<Rework>> =>
          api.ways(
            circuit as Circuit,
            goal as Goal,
            proxy((found: SearchProgress) => setProgress({ of: key ?? '', found })),
          ),
      ),
    ONCE,
  );
  return {
    rework: data,
    progress: progress?.of === key ? progress?.found : undefined,
    isStopped: error instanceof StoppedError,
    again: () => void mutate(),
  };
}

/** Ways of somebody's own; undefined until they are there, and of those asked for before while more are worked out. */
export function useOwnWays(
  circuit: Circuit | undefined,
  goal: Goal | undefined,
  moves: readonly (readonly CircuitMove[])[],
): readonly Result<ReworkWay>[] | undefined {
  const key = circuit && goal && moves.length > 0 ? ['own-ways', JSON.stringify([circuit, goal, moves])] : null;
  return useSWR(
    key,
    () => ask(async (api): Promise<readonly Result<ReworkWay>[]> => api.ownWays(circuit as Circuit, goal as Goal, moves)),
    { ...ONCE, keepPreviousData: true },
  ).data;
}

/** What one way would come to while it is typed; undefined until it is there. */
export function useTriedWay(
  circuit: Circuit | undefined,
  goal: Goal | undefined,
  moves: readonly CircuitMove[] | undefined,
): Result<ReworkWay> | undefined {
  const key = circuit && goal && moves ? ['tried-way', JSON.stringify([circuit, goal, moves])] : null;
  return useSWR(
    key,
    () => ask(async (api): Promise<readonly Result<ReworkWay>[]> => api.ownWays(circuit as Circuit, goal as Goal, [moves ?? []])),
    ONCE,
  ).data?.[0];
}

/** How moves are done on a circuit; undefined until it is there. */
export function useWay(circuit: Circuit | undefined, moves: readonly CircuitMove[]): Result<WayView> | undefined {
  return useSWR(
    circuit ? ['way', JSON.stringify([circuit, moves])] : null,
    () => ask(async (api): Promise<Result<WayView>> => api.way(circuit as Circuit, moves)),
    { ...ONCE, keepPreviousData: false },
  ).data;
}

/** The write-up as its editor shows it; the one before stands while a newer is made. */
export function useWriteUp(specimenId: string, entries: readonly Entry[], palette: PaletteName): WriteUpView | undefined {
  const tape = tapeOf(specimenId, entries);
  return useSWR(['write-up', palette, tape.topic], () => ask(async (api): Promise<WriteUpView> => api.writeUp(tape, palette), tape.topic), {
    ...ONCE,
    keepPreviousData: true,
  }).data;
}

/** A state of a specimen that is compared; without a rework, the one that it is in. */
export interface ComparedTape {
  readonly id: string;
  readonly entries: readonly Entry[];
  readonly rework?: number;
}

/** States compared; undefined until they are worked out, and while there are fewer than two. */
export function useComparison(states: readonly ComparedTape[] | undefined): Result<Comparison> | undefined {
  const asked = states?.map(({ id, entries, rework }) => ({ id, tape: tapeOf(id, entries), ...(rework !== undefined && { rework }) }));
  return useSWR(
    asked && asked.length > 1 ? ['comparison', ...asked.map(({ tape, rework }) => `${tape.topic} ${rework ?? ''}`)] : null,
    () => ask(async (api): Promise<Result<Comparison>> => api.compare(asked ?? [])),
    { ...ONCE, keepPreviousData: true },
  ).data;
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
export function useLedLimits(
  specimenId: string,
  entries: readonly Entry[],
  { rework, mode, ref }: { readonly rework: number; readonly mode: string | undefined; readonly ref: string | undefined },
): Limits | undefined {
  const tape = tapeOf(specimenId, entries);
  const key = ref === undefined ? null : ['limits', rework, mode, ref, tape.topic];
  return useSWR(key, () => ask((api) => api.limits(tape, { rework, mode, ref: ref as string }), tape.topic), ONCE).data;
}

/** Heat, light, life and waves; undefined until they are there, and of the tape before while the present one is computed. */
export function useDriveDetails(
  specimenId: string,
  entries: readonly Entry[],
  rework: number,
  mode?: string,
): { readonly details: DriveDetails | undefined; readonly isStale: boolean } {
  const tape = tapeOf(specimenId, entries);
  const { data, error, isLoading } = useSWR(
    ['details', rework, mode, tape.topic],
    () => ask((api) => api.details(tape, rework, mode), tape.topic),
    {
      ...ONCE,
      keepPreviousData: true,
    },
  );
  return { details: data, isStale: data !== undefined && (isLoading || error !== undefined) };
}

/** A state in one of its modes; undefined until it is there, and as traced. */
export function useModeView(specimenId: string, entries: readonly Entry[], rework: number, mode: string | undefined): ModeView | undefined {
  const tape = tapeOf(specimenId, entries);
  const key = mode === undefined ? null : ['mode', rework, mode, tape.topic];
  const { data } = useSWR(
    key,
    () => ask(async (api): Promise<ModeView | null> => (await api.inMode(tape, rework, mode as string)) ?? null, tape.topic),
    ONCE,
  );
  return data ?? undefined;
}

/** The figures of all modes of a state; undefined until they are there. */
export function useModes(
  specimenId: string,
  entries: readonly Entry[],
  rework: number,
  hasModes: boolean,
): readonly ModeFigures[] | undefined {
  const tape = tapeOf(specimenId, entries);
  const { data } = useSWR(hasModes ? ['modes', rework, tape.topic] : null, () => ask((api) => api.modes(tape, rework), tape.topic), {
    ...ONCE,
    keepPreviousData: true,
  });
  return data;
}

/** What is broken; undefined while it is worked out for the first time, and null where there is no circuit to hold evidence against. */
export function useDiagnosis(
  specimenId: string,
  entries: readonly Entry[],
  rework: number,
  isWanted: boolean,
): {
  readonly found: Result<DiagnosisView> | null | undefined;
  readonly progress: WeighProgress | undefined;
  readonly isStale: boolean;
  readonly again: (() => void) | undefined;
} {
  const tape = tapeOf(specimenId, entries);
  const [progress, setProgress] = useState<{ readonly of: string; readonly at: WeighProgress }>();
  const { data, error, isLoading, mutate } = useSWR(
    isWanted ? ['diagnosis', rework, tape.topic] : null,
    () =>
      askFaults(async (api): Promise<Result<DiagnosisView> | null> => {
        const found = await api.diagnose(
          tape,
          rework,
          proxy((at: WeighProgress) => setProgress({ of: tape.topic, at })),
        );
        return found ?? null;
      }, tape.topic),
    { ...ONCE, keepPreviousData: true },
  );
  const isStopped = error instanceof StoppedError;
  return {
    found: isWanted ? data : undefined,
    progress: progress?.of === tape.topic && isLoading ? progress.at : undefined,
    isStale: data !== undefined && (isLoading || isStopped),
    again: isStopped ? () => void mutate() : undefined,
  };
}

/** Whoever types is given so long for the next letter before a fault is weighed anew for the line. */
const TYPING_MS = 350;

/** What a line that is being typed would make of the likeliest fault; undefined until it is there, and where nothing is broken. */
export function useTriedFault(
  specimenId: string,
  entries: readonly Entry[],
  rework: number,
  draft: EntryDraft | undefined,
): TriedFault | undefined {
  const tape = tapeOf(specimenId, entries);
  const said = draft && JSON.stringify(draft);
  const [rested, setRested] = useState<string>();
  useEffect(() => {
    const timer = setTimeout(() => setRested(said), TYPING_MS);
    return () => clearTimeout(timer);
  }, [said]);
  const { data } = useSWR(
    draft && rested === said ? ['tried-fault', rework, tape.topic, said] : null,
    () =>
      askFaults(async (api): Promise<TriedFault | null> => (await api.triedFault(tape, rework, draft as EntryDraft)) ?? null, tape.topic),
    ONCE,
  );
  return data ?? undefined;
}

/**
 * What the likeliest fault did, and what mending it does; undefined until it is there.
 *
 * @param unsafe findings that mending does not take away, in words; undefined until they are known
 */
export function useAftermath(
  specimenId: string,
  entries: readonly Entry[],
  view: DiagnosisView | undefined,
  unsafe: readonly string[] | undefined,
): Aftermath | undefined {
  const { topic } = tapeOf(specimenId, entries);
  const { data } = useSWR(
    view && unsafe ? ['aftermath', topic, view.diagnosis.evidence.length, unsafe.join()] : null,
    () =>
      askFaults(
        async (api): Promise<Aftermath | null> => (await api.aftermath(topic, (view as DiagnosisView).diagnosis, unsafe ?? [])) ?? null,
        topic,
      ),
    { ...ONCE, keepPreviousData: true },
  );
  return data ?? undefined;
}

/** What a board that is cut free had, and what could feed it; undefined until it is there. */
export function useCut(circuit: Circuit | undefined, cut: Cut | undefined): Result<CutNeeds> | undefined {
  const key = circuit && cut ? ['cut', JSON.stringify([circuit, cut])] : null;
  return useSWR(key, () => ask(async (api): Promise<Result<CutNeeds>> => api.cut(circuit as Circuit, cut as Cut)), ONCE).data;
}

/** Asks for one position of the sliders. */
export function askWhatIf(circuit: Circuit, ledRef: string, change: WhatIf, now: Solution): Promise<Result<WhatIfOutcome>> {
  return ask(async (api): Promise<Result<WhatIfOutcome>> => api.whatIf(circuit, ledRef, change, now));
}

/** What is computed for longer than a moment, if anything. */
export function useComputing(): Computing | undefined {
  return useSyncExternalStore(onComputing, computing);
}
