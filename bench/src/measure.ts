import { yardstick } from './yardstick.ts';

/** The median of many timed runs of one thing, after a warm-up. */
export interface Measured {
  readonly name: string;
  readonly medianMs: number;
  /** The median of each run's time over that of the yardstick beside it: a machine that changes its pace changes both. */
  readonly yardsticks: number;
  readonly runs: number;
}

const WARM_UP_MS = 300;
const MEASURE_MS = 2000;
/** Runs shorter than the clock's grain are timed in batches of about this long. */
const BATCH_MS = 1;

/** Times `work` alone in this process, by turns with the yardstick. */
export function measure(name: string, work: () => void): Measured {
  const beside = yardstick();
  const onceMs = warmUp(work);
  warmUp(beside);
  const batch = Math.max(1, Math.round(BATCH_MS / onceMs));
  const [samples, ratios]: [number[], number[]] = [[], []];
  const end = performance.now() + MEASURE_MS;
  while (performance.now() < end || samples.length < 5) {
    const ms = timed(work, batch);
    samples.push(ms);
    ratios.push(ms / timed(beside, 1));
  }
  return { name, medianMs: medianOf(samples), yardsticks: medianOf(ratios), runs: samples.length * batch };
}

/** @returns the time of one run in it, ms */
function warmUp(work: () => void): number {
  const begun = performance.now();
  let runs = 0;
  while (performance.now() - begun < WARM_UP_MS || runs < 3) {
    work();
    runs += 1;
  }
  return (performance.now() - begun) / runs;
}

/** @returns the time of one of so many runs, ms */
function timed(work: () => void, runs: number): number {
  const begun = performance.now();
  for (let run = 0; run < runs; run++) work();
  return (performance.now() - begun) / runs;
}

function medianOf(values: readonly number[]): number {
  return values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)] as number;
}
