import { proxy, type Remote, wrap } from 'comlink';
import type { AnalysesApi } from './analyses.worker.ts';
import { DROPPED } from './dropped.ts';
import type { FaultsApi } from './faults.worker.ts';

/** Computation that a person stopped. */
export class StoppedError extends Error {}

/** Its worker had to go for another tape. */
class MovedOnError extends Error {}

/** Something is computed for longer than a person takes for at once. */
export interface Computing {
  /** What it is at, in words. */
  readonly step: string;
}

/** Shorter work is not worth a word. */
const SHOWN_AFTER_MS = 200;

interface Line<Api> {
  readonly worker: Worker;
  readonly remote: Remote<Api>;
  readonly broken: Promise<never>;
  readonly cut: (error: Error) => void;
}

let line: Line<AnalysesApi> | undefined;
/** What may be broken is weighed in a worker of its own: it keeps what it solved from one reading to the next. */
let faults: Line<FaultsApi> | undefined;
/** The tape that counts. */
let turnedTo: string | undefined;
let waiting = 0;
let since = 0;
let step = '';
let shown: Computing | undefined;
const listeners = new Set<() => void>();

/**
 * Asks the worker something; it answers one question after another.
 *
 * @param topic of the tape that is asked about; left out where no tape is. What is asked of the tape that counts, or of
 * none, is asked again of the next worker where this one has to go.
 * @throws StoppedError when stopped meanwhile
 */
export async function ask<T>(
  question: (api: Remote<AnalysesApi>, onStep: (step: string) => void) => Promise<T>,
  topic?: string,
): Promise<T> {
  if (waiting === 0) begin();
  waiting += 1;
  try {
    for (;;) {
      line ??= open();
      try {
        return await Promise.race([question(line.remote, proxy(tell)), line.broken]);
      } catch (error) {
        const isDropped = error instanceof Error && error.message === DROPPED;
        // A part of the page may ask of a tape a moment before the page turns to it.
        if (isDropped && topic !== turnedTo) await new Promise((resolve) => setTimeout(resolve, TURNING_MS));
        const isMeant = topic === undefined || topic === turnedTo;
        if (!isMeant || !(isDropped || error instanceof MovedOnError)) throw error;
      }
    }
  } finally {
    waiting -= 1;
    if (waiting === 0) show(undefined);
  }
}

/**
 * Asks what is broken; answered beside the analyses, and not behind them. What is asked of a tape that has moved on ends at
 * its next step.
 *
 * @throws StoppedError when stopped meanwhile
 */
export async function askFaults<T>(question: (api: Remote<FaultsApi>) => Promise<T>, topic: string): Promise<T> {
  if (waiting === 0) begin();
  waiting += 1;
  try {
    for (;;) {
      faults ??= openFaults();
      try {
        return await Promise.race([question(faults.remote), faults.broken]);
      } catch (error) {
        if (!(error instanceof Error && error.message === DROPPED)) throw error;
        if (topic !== turnedTo) await new Promise((resolve) => setTimeout(resolve, TURNING_MS));
        if (topic !== turnedTo) throw error;
      }
    }
  } finally {
    waiting -= 1;
    if (waiting === 0) show(undefined);
  }
}

/** So long after a question the page has turned to the tape that it is of, or it never will. */
const TURNING_MS = 100;
/** A tape that is no longer wanted may keep the worker for so long; then the worker goes. */
const OLD_WORK_MS = 400;

/**
 * Says which tape counts from now on. What is being computed for another one ends at its next step, and where that takes
 * too long, with its worker.
 */
export function turnTo(topic: string): void {
  turnedTo = topic;
  void faults?.remote.turnTo(topic);
  line ??= open();
  const { remote } = line;
  const turned = remote.turnTo(topic);
  if (waiting === 0) return;
  const busy = line;
  const timer = setTimeout(() => {
    if (line !== busy) return;
    replaceLine(new MovedOnError('The tape has moved on.'));
    line = open();
    void line.remote.turnTo(topic);
  }, OLD_WORK_MS);
  void turned.finally(() => clearTimeout(timer));
}

/** Ends what is computed now; all who wait are told. A computation cannot be talked to, so its worker goes, and a new one comes. */
export function stopAnalyses(): void {
  if (waiting === 0) return;
  if (line) replaceLine(new StoppedError('Stopped.'));
  faults?.worker.terminate();
  faults?.cut(new StoppedError('Stopped.'));
  faults = undefined;
}

function replaceLine(why: Error): void {
  line?.worker.terminate();
  line?.cut(why);
  line = undefined;
}

/** What is computed for a while already; for `useSyncExternalStore`. */
export function computing(): Computing | undefined {
  return shown;
}

export function onComputing(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

function open(): Line<AnalysesApi> {
  return lineTo<AnalysesApi>(new Worker(new URL('./analyses.worker.ts', import.meta.url), { type: 'module' }));
}

function openFaults(): Line<FaultsApi> {
  const opened = lineTo<FaultsApi>(new Worker(new URL('./faults.worker.ts', import.meta.url), { type: 'module' }));
  if (turnedTo !== undefined) void opened.remote.turnTo(turnedTo);
  return opened;
}

function lineTo<Api>(worker: Worker): Line<Api> {
  let cut: (error: Error) => void = () => undefined;
  const broken = new Promise<never>((_, reject) => {
    cut = reject;
  });
  // Nobody may be waiting when it is cut.
  broken.catch(() => undefined);
  return { worker, remote: wrap<Api>(worker), broken, cut };
}

function begin(): void {
  since = Date.now();
  step = 'solving';
  const begun = since;
  setTimeout(() => {
    if (waiting > 0 && since === begun) show({ step });
  }, SHOWN_AFTER_MS);
}

function tell(next: string): void {
  step = next;
  if (shown) show({ step });
}

function show(next: Computing | undefined): void {
  if (shown === next) return;
  shown = next;
  for (const listener of listeners) listener();
}
