import {
  type Appraisal,
  type Arrangement,
  appraise,
  type Cause,
  type Circuit,
  causesOf,
  type DriveDetails,
  driveDetails,
  type Entry,
  type Judgement,
  judge,
  type Limits,
  ledLimits,
  presentState,
  type Result,
  type ReworkGoal,
  type ReworkWay,
  recognise,
  remarksOf,
  replay,
  type Solution,
  SpecimenAnalyses,
  type Stage,
  type StageMark,
  searchWays,
  solve,
  spineOf,
  type TraceRemark,
  type WhatIf,
  type WhatIfOutcome,
  whatIf,
} from '@mindful-probe/core';
import { expose } from 'comlink';
import { DROPPED } from './dropped.ts';

/** Everything that a specimen's screens show at first sight. */
export interface AnalysisView {
  readonly found: Result<Appraisal>;
  /** What the circuit as found is, and what is wrong with it; undefined where it cannot be solved yet. */
  readonly judged?: Judgement;
  /** What it is by its shape, and what of its polarity and joins looks like a slip, solved or not. */
  readonly shape: { readonly arrangements: readonly Arrangement[]; readonly remarks: readonly TraceRemark[] };
  /** After the last rework, with what was measured since; undefined before the first. */
  readonly after?: Result<Appraisal>;
  /** What is wrong with it then. */
  readonly afterJudged?: Judgement;
  /** The same, as predicted before the first reading after it. */
  readonly predicted?: Result<Appraisal>;
  readonly spine: readonly { readonly stage: Stage; readonly mark: StageMark }[];
}

/** What is asked of a tape, and which tape that is: by its last entry, with the entries themselves. */
export interface AskedTape {
  readonly topic: string;
  readonly entries: readonly Entry[];
}

let newest = '';
let kept: { readonly topic: string; readonly analyses: SpecimenAnalyses } | undefined;

/** The states of a tape; asked again for the same one, what was computed is there. */
function analysesOf({ topic, entries }: AskedTape): SpecimenAnalyses {
  if (kept?.topic !== topic) kept = { topic, analyses: new SpecimenAnalyses(replay(entries)) };
  return kept.analyses;
}

/** Lets messages in, and ends what was asked of a tape that a newer one has taken the place of. */
async function goOnWith(topic: string): Promise<void> {
  await new Promise((resolve) => setTimeout(resolve));
  if (newest !== '' && topic !== newest) throw new Error(DROPPED);
}

const api = {
  /** Says which tape counts from now on: whatever is asked of another one ends at its next step. */
  turnTo(topic: string): void {
    newest = topic;
  },
  /** @param onStep told in words what it is at */
  async analyse(tape: AskedTape, onStep: (step: string) => void): Promise<AnalysisView> {
    await goOnWith(tape.topic);
    const analyses = analysesOf(tape);
    const { specimen, found, last, predicted } = analyses;
    onStep('the circuit as found');
    const foundAppraisal = appraise(found);
    await goOnWith(tape.topic);
    const judged = judge(found);
    await goOnWith(tape.topic);
    const isReworked = last !== found;
    if (isReworked) onStep('the circuit after its rework');
    const after = isReworked ? appraise(last) : undefined;
    await goOnWith(tape.topic);
    const afterJudged = isReworked ? judge(last) : undefined;
    const predictedAppraisal = predicted && appraise(predicted);
    const present = appraise(presentState(analyses));
    return {
      found: foundAppraisal,
      ...(judged && { judged }),
      shape: {
        arrangements: judged?.arrangements ?? recognise(specimen.circuit),
        remarks: remarksOf(specimen.circuit, foundAppraisal.ok ? foundAppraisal.value.solution : undefined),
      },
      ...(after && { after }),
      ...(afterJudged && { afterJudged }),
      ...(predictedAppraisal && { predicted: predictedAppraisal }),
      spine: spineOf(specimen, present.ok ? present.value : undefined),
    };
  },
  async causes(tape: AskedTape, rework: number, onStep: (step: string) => void): Promise<readonly Cause[]> {
    await goOnWith(tape.topic);
    onStep('why the readings do not fit');
    return causesOf(analysesOf(tape).after(rework));
  },
  async limits(tape: AskedTape, rework: number, ref: string): Promise<Limits | undefined> {
    await goOnWith(tape.topic);
    return ledLimits(analysesOf(tape).after(rework), ref);
  },
  /** Heat, light, life and waves, which may take longer than the figures; undefined where nothing can be solved. */
  async details(tape: AskedTape, rework: number): Promise<DriveDetails | undefined> {
    await goOnWith(tape.topic);
    const details = driveDetails(analysesOf(tape).after(rework));
    return details.ok ? details.value : undefined;
  },
  /** One position of the sliders. */
  whatIf(circuit: Circuit, ledRef: string, change: WhatIf, now: Solution): Result<WhatIfOutcome> {
    return whatIf(circuit, ledRef, change, now, kept?.analyses.cache.solve);
  },
  ways(circuit: Circuit, goal: ReworkGoal): Result<readonly ReworkWay[]> {
    return searchWays(circuit, goal);
  },
  solve(circuit: Circuit): Result<Solution> {
    return solve(circuit);
  },
};

export type AnalysesApi = typeof api;

expose(api);
