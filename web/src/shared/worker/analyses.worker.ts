import {
  type Appraisal,
  type Arrangement,
  type Audit,
  appraise,
  type Cause,
  type Circuit,
  causesOf,
  type DriveDetails,
  driveDetails,
  type Entry,
  judgeSpecimen,
  type Limits,
  ledLimits,
  type Result,
  type ReworkGoal,
  recognise,
  remarksOf,
  replay,
  type Solution,
  type Stage,
  type StageMark,
  searchWays,
  spineOf,
  type TraceRemark,
  type Way,
  type WhatIf,
  type WhatIfOutcome,
  whatIf,
} from '@mindful-probe/core';
import { expose } from 'comlink';

/** Everything that a specimen's screens show as a figure. */
export interface Analysis {
  readonly found: Result<Appraisal>;
  /** What the circuit as found is, and what is wrong with it; undefined where it cannot be solved yet. */
  readonly judged?: Pick<Audit, 'arrangements' | 'findings'>;
  /** What it is by its shape, and what of its polarity and joins looks like a slip, solved or not. */
  readonly shape: { readonly arrangements: readonly Arrangement[]; readonly remarks: readonly TraceRemark[] };
  /** After the last rework, with what was measured since; undefined before the first. */
  readonly after?: Result<Appraisal>;
  /** What is wrong with it then. */
  readonly afterJudged?: Pick<Audit, 'arrangements' | 'findings'>;
  /** The same, as predicted before the first reading after it. */
  readonly predicted?: Result<Appraisal>;
  readonly spine: readonly { readonly stage: Stage; readonly mark: StageMark }[];
}

const api = {
  /** @param onStep told in words what it is at */
  analyse(entries: readonly Entry[], onStep: (step: string) => void): Analysis {
    const specimen = replay(entries);
    onStep('the circuit as found');
    const found = appraise(specimen, 0);
    const judged = found.ok ? judgeSpecimen(specimen, found.value, 0) : undefined;
    const count = specimen.reworks.length;
    if (count > 0) onStep('the circuit after its rework');
    const after = count > 0 ? appraise(specimen, count) : undefined;
    const predicted =
      count > 0 ? appraise({ ...specimen, readings: specimen.readings.filter(({ rework }) => rework < count) }, count) : undefined;
    const current = after?.ok && after.value.measured ? after.value : found.ok ? found.value : undefined;
    return {
      found,
      ...(judged && { judged }),
      shape: {
        arrangements: judged?.arrangements ?? recognise(specimen.circuit),
        remarks: remarksOf(specimen.circuit, found.ok ? found.value.solution : undefined),
      },
      ...(after && { after }),
      ...(after?.ok && { afterJudged: judgeSpecimen(specimen, after.value, count) }),
      ...(predicted && { predicted }),
      spine: spineOf(specimen, current),
    };
  },
  causes(entries: readonly Entry[], rework: number, onStep: (step: string) => void): readonly Cause[] {
    onStep('why the readings do not fit');
    return causesOf(replay(entries), rework);
  },
  limits(entries: readonly Entry[], rework: number, ref: string): Limits | undefined {
    return ledLimits(replay(entries), rework, ref);
  },
  /** Heat, light, life and waves, which may take longer than the figures; undefined where nothing can be solved. */
  details(entries: readonly Entry[], rework: number): DriveDetails | undefined {
    const details = driveDetails(replay(entries), rework);
    return details.ok ? details.value : undefined;
  },
  /** One position of the sliders. */
  whatIf(circuit: Circuit, ledRef: string, change: WhatIf, now: Solution): Result<WhatIfOutcome> {
    return whatIf(circuit, ledRef, change, now);
  },
  ways(circuit: Circuit, goal: ReworkGoal): Result<readonly Way[]> {
    return searchWays(circuit, goal);
  },
};

export type AnalysesApi = typeof api;

expose(api);
