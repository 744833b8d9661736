/** What a logged column comes to. */
export interface LoggedStatistics {
  readonly mean: number;
  readonly rms: number;
  readonly min: number;
  readonly max: number;
  /** Of its swing about the mean; undefined where less than two whole periods are seen. */
  readonly hertz?: number;
  /** IES: (max − min) ÷ (max + min), of what is not negative; in percent. */
  readonly flickerPercent?: number;
  readonly count: number;
}

/** A crossing counts once the column has been this share of its swing beyond the mean: noise crosses often. */
const HYSTERESIS = 0.1;

/** Averages over time by the trapezoid rule; rows without a figure are left out. Undefined without any. */
export function loggedStatistics(seconds: readonly number[], values: readonly number[]): LoggedStatistics | undefined {
  const seen = values.flatMap((value, index) =>
    Number.isFinite(value) && Number.isFinite(seconds[index]) ? [{ at: seconds[index] as number, value }] : [],
  );
  const [first] = seen;
  if (!first) return undefined;
  let [sum, squares, span, min, max] = [0, 0, 0, first.value, first.value];
  seen.forEach(({ at, value }, index) => {
    min = Math.min(min, value);
    max = Math.max(max, value);
    const before = seen[index - 1];
    if (!before) return;
    const width = at - before.at;
    span += width;
    sum += (width * (value + before.value)) / 2;
    // The square of a straight line, exactly.
    squares += (width * (value * value + value * before.value + before.value * before.value)) / 3;
  });
  const mean = span > 0 ? sum / span : seen.reduce((total, { value }) => total + value, 0) / seen.length;
  const rms = span > 0 ? Math.sqrt(squares / span) : Math.sqrt(seen.reduce((total, { value }) => total + value * value, 0) / seen.length);
  const hertz = frequencyOf(seen, mean, HYSTERESIS * (max - min));
  const flickerPercent = min >= 0 && max > 0 ? (100 * (max - min)) / (max + min) : undefined;
  return {
    mean,
    rms,
    min,
    max,
    count: seen.length,
    ...(hertz !== undefined && { hertz }),
    ...(flickerPercent !== undefined && { flickerPercent }),
  };
}

function frequencyOf(seen: readonly { at: number; value: number }[], mean: number, band: number): number | undefined {
  const rises: number[] = [];
  let below = false;
  seen.forEach(({ at, value }, index) => {
    if (value < mean - band) below = true;
    const before = seen[index - 1];
    if (!below || value < mean + band || !before) return;
    below = false;
    const share = before.value < mean && value > before.value ? (mean - before.value) / (value - before.value) : 1;
    rises.push(before.at + share * (at - before.at));
  });
  const [first, last] = [rises[0], rises.at(-1)];
  if (rises.length < 3 || first === undefined || last === undefined || !(last > first)) return undefined;
  return (rises.length - 1) / (last - first);
}
