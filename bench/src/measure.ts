/** The median of many timed runs of one thing, after a warm-up. */
export interface Measured {
  readonly name: string;
  readonly medianMs: number;
  readonly runs: number;
}

const WARM_UP_MS = 300;
const MEASURE_MS = 1000;
/** Runs shorter than the clock's grain are timed in batches of about this long. */
const BATCH_MS = 1;

/** Times `work` alone in this process. */
export function measure(name: string, work: () => void): Measured {
  const warmEnd = performance.now() + WARM_UP_MS;
  let warmRuns = 0;
  const warmStart = performance.now();
  while (performance.now() < warmEnd || warmRuns < 3) {
    work();
    warmRuns += 1;
  }
  const onceMs = (performance.now() - warmStart) / warmRuns;
  const batch = Math.max(1, Math.round(BATCH_MS / onceMs));
  const samples: number[] = [];
  const end = performance.now() + MEASURE_MS;
  while (performance.now() < end || samples.length < 5) {
    const start = performance.now();
    for (let run = 0; run < batch; run++) work();
    samples.push((performance.now() - start) / batch);
  }
  samples.sort((a, b) => a - b);
  return { name, medianMs: samples[Math.floor(samples.length / 2)] as number, runs: samples.length * batch };
}
