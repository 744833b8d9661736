import { CAPACITY_SPREAD, type Runtime } from '../energy/index.ts';
import type { Uncertain } from '../quantity/index.ts';
import { type Specimen, secondsBetween } from '../tape/index.ts';

/** Light while it ran on its cells, beside what was predicted of full ones. */
export interface RuntimeProof {
  /** Light as a share of the first reading of the run, with what was predicted at that hour. */
  readonly points: readonly { readonly hours: number; readonly light: Uncertain; readonly predicted: number }[];
  /** To the end that was predicted: half light, or the end of the run; undefined while it was not reached. */
  readonly hours?: number;
  /** How long it has been watched. */
  readonly ranHours: number;
  readonly predicted: Pick<Runtime, 'hours' | 'endedBy'>;
  /** As cells of one kind differ, at about 95 %. */
  readonly low: number;
  readonly high: number;
  readonly outcome: 'as predicted' | 'not' | 'open';
}

const SECONDS_AN_HOUR = 3600;
const HALF = 0.5;

/**
 * The last run on its cells after the last rework, against what was predicted.
 *
 * @returns undefined where nothing ran on its cells, or nothing was predicted
 */
export function runtimeProofOf({ runs, readings, reworks }: Specimen, predicted: Runtime | undefined): RuntimeProof | undefined {
  const run = runs.findLast(({ entry, rework }) => entry.of === 'runtime' && rework === reworks.length);
  if (!run || !predicted) return undefined;
  const lux = readings.flatMap(({ entry, during }) => {
    const figure = entry.figures.find(({ unit }) => unit === 'lux');
    const isOnAxis = entry.place.at === 'light' && entry.place.degrees === undefined;
    return isOnAxis && during?.run === run.entry.id && figure ? [{ hours: during.seconds / SECONDS_AN_HOUR, figure }] : [];
  });
  const first = lux[0];
  const points =
    first && first.figure.value > 0
      ? lux.map(({ hours, figure }) => {
          const value = figure.value / first.figure.value;
          // One meter at one place: what it is off by is in both, what is left is its last digits.
          const uncertainty =
            hours === first.hours ? 0 : Math.hypot(figure.uncertainty, value * first.figure.uncertainty) / first.figure.value;
          return { hours, light: { value, uncertainty }, predicted: predictedAt(predicted, hours) };
        })
      : [];
  const endedHours = run.ended ? secondsBetween(run.entry.at, run.ended.at) / SECONDS_AN_HOUR : undefined;
  const isOut = run.ended?.outcome === 'done';
  const hours = predicted.endedBy === 'half-light' ? halfAt(points) : isOut ? endedHours : undefined;
  const ranHours = Math.max(endedHours ?? 0, points.at(-1)?.hours ?? 0);
  const [low, high] = [(1 - CAPACITY_SPREAD) * predicted.hours, (1 + CAPACITY_SPREAD) * predicted.hours];
  const isWithin = hours !== undefined && hours >= low && hours <= high;
  const outcome = isWithin ? 'as predicted' : hours !== undefined || ranHours > high ? 'not' : 'open';
  return {
    points,
    ...(hours !== undefined && { hours }),
    ranHours,
    predicted: { hours: predicted.hours, endedBy: predicted.endedBy },
    low,
    high,
    outcome,
  };
}

/** Light that was predicted at an hour; the last that was worked out holds beyond the end. */
function predictedAt({ points }: Runtime, hours: number): number {
  const next = points.findIndex((point) => point.hours >= hours);
  const [above, below] = [points[next], points[next - 1]];
  if (!above) return points.at(-1)?.light ?? Number.NaN;
  if (!below || above.hours === below.hours) return above.light;
  return below.light + ((hours - below.hours) / (above.hours - below.hours)) * (above.light - below.light);
}

/** When half of the first light was left, between two readings; undefined where it never was. */
function halfAt(points: RuntimeProof['points']): number | undefined {
  const next = points.findIndex(({ light }) => light.value <= HALF);
  const [above, below] = [points[next - 1], points[next]];
  if (!above || !below) return undefined;
  return above.hours + ((above.light.value - HALF) / (above.light.value - below.light.value)) * (below.hours - above.hours);
}
