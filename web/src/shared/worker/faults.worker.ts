import {
  type Aftermath,
  aftermathOf,
  completeDraft,
  Diagnoser,
  type Diagnosis,
  type EntryDraft,
  faultEvidence,
  faultKey,
  type Result,
  replay,
  SpecimenAnalyses,
  sayFound,
  type WeighProgress,
} from '@mindful-probe/core';
import { expose } from 'comlink';
import type { AskedTape } from './analyses.worker.ts';
import { DROPPED } from './dropped.ts';

/** What is broken. */
export interface DiagnosisView {
  readonly diagnosis: Diagnosis;
  /** Nothing is traced yet: the usual circuit of its kind stands in. */
  readonly isSupposed: boolean;
}

/** What a line that is being typed would make of the likeliest fault. */
export interface TriedFault {
  readonly words: string;
  readonly before: number;
  readonly after: number;
}

/** Progress is told so often, and messages are let in. */
const TOLD_EVERY_MS = 100;

let newest = '';
/** Keeps what was solved of one circuit with its faults, for the next reading. */
const diagnoser = new Diagnoser();

/** Lets messages in, and ends what was asked of a tape that a newer one has taken the place of. */
async function goOnWith(topic: string): Promise<void> {
  await new Promise((resolve) => setTimeout(resolve));
  if (newest !== '' && topic !== newest) throw new Error(DROPPED);
}

async function weighed({ topic, entries }: AskedTape, rework: number, onProgress: (progress: WeighProgress) => void) {
  await goOnWith(topic);
  const found = faultEvidence(new SpecimenAnalyses(replay(entries)).after(rework));
  if (!found) return undefined;
  const steps = diagnoser.inSteps(
    found.circuit,
    found.evidence.map(({ what }) => what),
  );
  let told = Date.now();
  for (;;) {
    const step = steps.next();
    if (step.done) return { found: step.value, isSupposed: found.isSupposed };
    if (Date.now() - told < TOLD_EVERY_MS) continue;
    onProgress(step.value);
    told = Date.now();
    await goOnWith(topic);
  }
}

const api = {
  /** Says which tape counts from now on: whatever is asked of another one ends at its next step. */
  turnTo(topic: string): void {
    newest = topic;
  },
  /**
   * What is broken, by all that was read and seen since it last worked; undefined where there is no circuit to hold it against.
   *
   * @param onProgress told now and then how many faults are solved, of how many
   */
  async diagnose(
    tape: AskedTape,
    rework: number,
    onProgress: (progress: WeighProgress) => void,
  ): Promise<Result<DiagnosisView> | undefined> {
    const outcome = await weighed(tape, rework, onProgress);
    if (!outcome) return undefined;
    const { found, isSupposed } = outcome;
    return found.ok ? { ok: true, value: { diagnosis: found.value, isSupposed } } : found;
  },
  /** What a line that is being typed would make of it: the fault that then is likeliest, before and after. */
  async triedFault(tape: AskedTape, rework: number, draft: EntryDraft): Promise<TriedFault | undefined> {
    const last = tape.entries.at(-1);
    if (!last) return undefined;
    const tried = { ...tape, entries: [...tape.entries, completeDraft(draft, 'tried-line', last.at)] };
    const [before, after] = [await weighed(tape, rework, () => undefined), await weighed(tried, rework, () => undefined)];
    if (!before?.found.ok || !after?.found.ok) return undefined;
    const { faults, circuit } = after.found.value;
    const [first] = faults;
    if (!first) return undefined;
    const key = first.faults.map(faultKey).join();
    const was = before.found.value.faults.find((one) => one.faults.map(faultKey).join() === key)?.probability ?? 0;
    return { words: sayFound(circuit, first), before: was, after: first.probability };
  },
  /**
   * What the likeliest fault did, and what mending it does.
   *
   * @param unsafe findings that mending does not take away, in words
   */
  async aftermath(topic: string, diagnosis: Diagnosis, unsafe: readonly string[]): Promise<Aftermath | undefined> {
    await goOnWith(topic);
    const bench = diagnoser.benchOf(diagnosis.circuit);
    return bench && aftermathOf(bench, diagnosis, unsafe);
  },
};

export type FaultsApi = typeof api;

expose(api);
