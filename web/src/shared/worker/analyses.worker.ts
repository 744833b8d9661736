import {
  type Analysis,
  type Appraisal,
  type Arrangement,
  applyMoves,
  appraise,
  type Cause,
  type Circuit,
  type CircuitMove,
  type Comparison,
  type Cut,
  type CutNeeds,
  causesOf,
  compare,
  cutNeeds,
  type DriveDetails,
  driveDetails,
  type Entry,
  fitReadings,
  type Goal,
  type Judgement,
  judge,
  type Limits,
  learntBy,
  ledLimits,
  type ModeFigures,
  modesOf,
  type OrderedStep,
  ownWay,
  type PaletteName,
  type Proof,
  presentState,
  proofOf,
  type Result,
  type Rework,
  type ReworkWay,
  recognise,
  remarksOf,
  replay,
  type SearchProgress,
  type Solution,
  SpecimenAnalyses,
  type Stage,
  type StageMark,
  searchInSteps,
  solve,
  solveWarmed,
  spineOf,
  suppliesOf,
  type TraceRemark,
  thermalOf,
  type Warmth,
  type WhatIf,
  type WhatIfOutcome,
  type WriteUp,
  type WriteUpFigure,
  whatIf,
  workOrder,
  writeUp,
  writeUpFactsOf,
  writeUpFigure,
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
  /** After each rework that was ever taken, in their order. */
  readonly trials: readonly TrialView[];
  /** The state that the thing is in, and its circuit with what readings taught of it: what the next rework starts from. */
  readonly now: { readonly appraisal: Result<Appraisal>; readonly judged?: Judgement; readonly learnt?: Circuit; readonly warmth?: Warmth };
  /** The same, as predicted before the first reading after it. */
  readonly predicted?: Result<Appraisal>;
  /** What proves the last rework; undefined without one. */
  readonly proof?: Proof;
  readonly spine: readonly { readonly stage: Stage; readonly mark: StageMark }[];
}

/** The thing after one of its reworks. */
export interface TrialView {
  readonly title: string;
  /** What it was done to, with what readings had taught of it. */
  readonly from: Circuit;
  readonly appraisal: Result<Appraisal>;
  readonly judged?: Judgement;
}

interface RecognisedState {
  readonly circuit: Circuit;
  readonly solution: Solution;
  readonly arrangements: readonly Arrangement[];
}

/** How a way is done, and the circuit before and after it. */
export interface WayView {
  readonly order: readonly OrderedStep[];
  readonly before: RecognisedState;
  readonly after: RecognisedState;
}

/** What is asked of a tape, and which tape that is: by its last entry, with the entries themselves. */
export interface AskedTape {
  readonly topic: string;
  readonly entries: readonly Entry[];
}

/** The thing in one of its modes. */
export interface ModeView {
  readonly appraisal: Appraisal;
  readonly judged?: Judgement;
}

/** A write-up and the figures in it, as SVG documents. */
export interface WriteUpView {
  readonly written: WriteUp;
  readonly figures: Partial<Record<WriteUpFigure, string>>;
}

/** A state of a specimen that is compared; without a rework, the one that it is in. */
export interface AskedState {
  readonly id: string;
  readonly tape: AskedTape;
  readonly rework?: number;
}

/** Ways that were found are told so often. */
const TOLD_EVERY_MS = 150;

const comparedBefore = new Map<string, SpecimenAnalyses>();
let newest = '';
let kept: { readonly topic: string; readonly analyses: SpecimenAnalyses } | undefined;

/** The states of a tape; asked again for the same one, what was computed is there. */
function analysesOf({ topic, entries }: AskedTape): SpecimenAnalyses {
  if (kept?.topic !== topic) kept = { topic, analyses: new SpecimenAnalyses(replay(entries)) };
  return kept.analyses;
}

/** A state as it was traced, or in one of its modes. */
function stateOf(tape: AskedTape, rework: number, mode: string | undefined): Analysis {
  const traced = analysesOf(tape).after(rework);
  return traced.modes.find(({ inMode }) => inMode?.mode.name === mode) ?? traced;
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
    const trials: TrialView[] = [];
    for (const [index, { title }] of specimen.reworks.entries()) {
      onStep(`the circuit after “${title}”`);
      await goOnWith(tape.topic);
      const state = analyses.after(index + 1);
      const appraisal = appraise(state);
      await goOnWith(tape.topic);
      const judgement = judge(state);
      trials.push({ title, from: learntBy(state.before ?? state), appraisal, ...(judgement && { judged: judgement }) });
    }
    const { appraisal: after, judged: afterJudged } = trials.at(-1) ?? {};
    const current = analyses.after(specimen.state);
    const nowAppraisal = appraise(current);
    const nowJudged = judge(current);
    const { read, ambientCelsius } = thermalOf(current);
    const predictedAppraisal = predicted && appraise(predicted);
    const proof = proofOf(analyses);
    const present = appraise(presentState(analyses));
    return {
      found: foundAppraisal,
      ...(judged && { judged }),
      shape: {
        arrangements: judged?.arrangements ?? recognise(specimen.circuit),
        remarks: remarksOf(specimen.circuit, foundAppraisal.ok ? foundAppraisal.value.solution : undefined),
      },
      ...(isReworked && after && { after }),
      ...(isReworked && afterJudged && { afterJudged }),
      trials,
      now: {
        appraisal: nowAppraisal,
        ...(nowJudged && { judged: nowJudged }),
        ...(nowAppraisal.ok && { learnt: learntBy(current) }),
        ...(read && { warmth: { celsius: read.celsius, roomCelsius: ambientCelsius } }),
      },
      ...(predictedAppraisal && { predicted: predictedAppraisal }),
      ...(proof && { proof }),
      spine: spineOf(specimen, present.ok ? present.value : undefined),
    };
  },
  async causes(tape: AskedTape, rework: number, onStep: (step: string) => void): Promise<readonly Cause[]> {
    await goOnWith(tape.topic);
    onStep('why the readings do not fit');
    return causesOf(analysesOf(tape).after(rework));
  },
  async limits(
    tape: AskedTape,
    { rework, mode, ref }: { readonly rework: number; readonly mode: string | undefined; readonly ref: string },
  ): Promise<Limits | undefined> {
    await goOnWith(tape.topic);
    return ledLimits(stateOf(tape, rework, mode), ref);
  },
  /** Heat, light, life and waves, which may take longer than the figures; undefined where nothing can be solved. */
  async details(tape: AskedTape, rework: number, mode: string | undefined): Promise<DriveDetails | undefined> {
    await goOnWith(tape.topic);
    const details = driveDetails(stateOf(tape, rework, mode));
    return details.ok ? details.value : undefined;
  },
  /** A state of a specimen in one of its modes; undefined where that cannot be solved. */
  async inMode(tape: AskedTape, rework: number, mode: string): Promise<ModeView | undefined> {
    await goOnWith(tape.topic);
    const state = stateOf(tape, rework, mode);
    const appraisal = appraise(state);
    await goOnWith(tape.topic);
    const judged = judge(state);
    return appraisal.ok ? { appraisal: appraisal.value, ...(judged && { judged }) } : undefined;
  },
  /** The figures of all modes of a state of a specimen. */
  async modes(tape: AskedTape, rework: number): Promise<readonly ModeFigures[]> {
    await goOnWith(tape.topic);
    return modesOf(analysesOf(tape).after(rework));
  },
  /** The write-up as its editor shows it, with the figures that it has. */
  async writeUp(tape: AskedTape, palette: PaletteName): Promise<WriteUpView> {
    await goOnWith(tape.topic);
    const facts = writeUpFactsOf(analysesOf(tape));
    await goOnWith(tape.topic);
    const written = writeUp(facts, { everything: true });
    const shown = written.sections.flatMap(({ blocks }) => blocks.flatMap((block) => (block.kind === 'figure' ? [block.figure] : [])));
    const figures = shown.flatMap((name) => {
      const svg = writeUpFigure(facts, name, palette);
      return svg === undefined ? [] : [[name, svg] as const];
    });
    return { written, figures: Object.fromEntries(figures) };
  },
  /** States of specimens, compared. */
  compare(states: readonly AskedState[]): Result<Comparison> {
    return compare(
      states.map(({ id, tape, rework }) => {
        const analyses = comparedBefore.get(tape.topic) ?? new SpecimenAnalyses(replay(tape.entries));
        comparedBefore.set(tape.topic, analyses);
        return { id, analysis: analyses.after(rework ?? analyses.specimen.state) };
      }),
    );
  },
  /** One position of the sliders. */
  whatIf(circuit: Circuit, ledRef: string, change: WhatIf, now: Solution): Result<WhatIfOutcome> {
    return whatIf(circuit, ledRef, change, now, kept?.analyses.cache.solve);
  },
  /** @param onWays told what was found so far, now and then */
  async ways(circuit: Circuit, goal: Goal, onWays: (progress: SearchProgress) => void): Promise<Result<Rework>> {
    const steps = searchInSteps(circuit, goal);
    let told = Date.now();
    for (;;) {
      const step = steps.next();
      if (step.done) return step.value;
      if (Date.now() - told < TOLD_EVERY_MS && told !== 0) continue;
      onWays(step.value);
      told = Date.now();
      // Lets messages in between.
      await new Promise((resolve) => setTimeout(resolve));
    }
  },
  /** Ways of somebody's own, each by its moves. */
  ownWays(circuit: Circuit, goal: Goal, all: readonly (readonly CircuitMove[])[]): readonly Result<ReworkWay>[] {
    return all.map((moves) => ownWay(circuit, goal, moves));
  },
  /** What a board that is cut free had, and what could feed it. */
  cut(circuit: Circuit, cut: Cut): Result<CutNeeds> {
    const solved = solve(circuit);
    return solved.ok ? cutNeeds(circuit, solved.value, cut, solveWarmed) : solved;
  },
  /** How moves are done on a circuit. */
  way(circuit: Circuit, moves: readonly CircuitMove[]): Result<WayView> {
    const before = solve(circuit);
    if (!before.ok) return before;
    const changed = applyMoves(circuit, moves);
    const fitted = fitReadings(changed, []);
    if (!fitted.ok) return fitted;
    const supplyRef = suppliesOf(changed)[0]?.ref ?? '';
    const [amps] = fitted.value.figures([{ of: 'supply', ref: supplyRef, quantity: 'ampsRms' }]);
    const states = {
      before: { circuit, solution: before.value, arrangements: recognise(circuit, before.value) },
      after: { circuit: changed, solution: fitted.value.solution, arrangements: recognise(changed, fitted.value.solution) },
    };
    const order = workOrder({ ...states, supplyRef, moves, uncertainty: amps.value > 0 ? amps.uncertainty / amps.value : 0 });
    return { ok: true, value: { ...states, order } };
  },
};

export type AnalysesApi = typeof api;

expose(api);
