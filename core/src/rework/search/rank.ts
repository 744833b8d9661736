import { coarsestSeries } from '../../quantity/index.ts';
import type { CircuitMove } from '../moves/registry.ts';
import type { ReworkWay } from './way.ts';

/** Misses that differ by less are alike. */
const SAME_MISS = 1e-3;
/** A way that misses by more does not reach the goal. */
export const NEAR_ENOUGH = 0.15;
/** Ways at one place that are kept at the most: their neighbours among the values say nothing new. */
const AT_ONE_PLACE = 4;

/** Of the light for a watt before: what is left beside less of it, as a bleeder, costs no more of it as a rule. */
const LEAST_EFFICACY = 0.75;

/** What ways are ranked by. */
export interface Ranking {
  /** Nothing is aimed at: the least work comes first. */
  readonly smallestFirst: boolean;
  /** What leaves least to be careful of comes before all work. */
  readonly safestFirst: boolean;
  /** Their findings are known; before, nothing is said to beat another. */
  readonly areJudged: boolean;
  /** Taken from the supply before, W. */
  readonly beforeWatts: number;
}

/** It gives far less light for a watt than before: behind a capacitor that sets the current, whatever else holds it back. */
export function isWasteful({ lightRatio, supplyWatts }: ReworkWay['after'], beforeWatts: number): boolean {
  return lightRatio * beforeWatts < LEAST_EFFICACY * supplyWatts;
}

/** What is more than a note, and wrong afterwards; of a way that was not judged yet, nothing. */
export function seriousLeft({ leaves, makes }: Pick<ReworkWay, 'leaves' | 'makes'>): number {
  return [...leaves, ...makes].filter(({ severity }) => severity !== 'note').length;
}

/**
 * Those that keep all limits and leave nothing unsafe, those that keep them, all others; then by how near they come (where
 * nothing is aimed at, by how little they change); then the coarser series, fewer joints, and what can be undone. What is
 * wasteful comes behind its like.
 */
function compareWays(a: ReworkWay, b: ReworkWay, { smallestFirst, safestFirst, beforeWatts }: Ranking): number {
  const keys = (way: ReworkWay) => {
    const tier = 2 * (!way.keeps ? 2 : way.unsafe > 0 ? 1 : 0) + (isWasteful(way.after, beforeWatts) ? 1 : 0);
    const near = Math.round(Math.abs(way.miss) / SAME_MISS);
    const work = [way.parts, way.joints];
    return [
      tier,
      ...(safestFirst ? [seriousLeft(way)] : []),
      ...(smallestFirst ? work : []),
      near,
      way.seriesRank,
      ...work,
      way.reversible ? 0 : 1,
    ];
  };
  const [one, other] = [keys(a), keys(b)];
  const index = one.findIndex((key, at) => key !== other[at]);
  return index === -1 ? 0 : (one[index] as number) - (other[index] as number);
}

/** Those that no other beats in every respect, the best first, and of each place only the few best. */
export function bestOf(ways: readonly ReworkWay[], count: number, ranking: Ranking): readonly ReworkWay[] {
  const sorted = distinct(ways.toSorted((a, b) => compareWays(a, b, ranking)));
  const kept: ReworkWay[] = [];
  const atPlace = new Map<string, number>();
  for (const way of sorted) {
    if (kept.length === count) break;
    const place = placeOf(way.moves);
    const there = atPlace.get(place) ?? 0;
    if (there >= AT_ONE_PLACE || (ranking.areJudged && sorted.some((other) => other !== way && dominates(other, way)))) continue;
    atPlace.set(place, there + 1);
    kept.push(way);
  }
  return kept;
}

/** Of ways that come to the same figures with as many parts, the first: two resistors in one lead in the other order, say. */
function distinct(ways: readonly ReworkWay[]): readonly ReworkWay[] {
  const seen = new Set<string>();
  return ways.filter(({ after, parts, joints, worst, moves }) => {
    const figures = [after.chipAmps, after.supplyWatts, after.high.chipAmps, worst?.share ?? 0].map((value) => value.toPrecision(6));
    const key = [...figures, parts, joints, moves.map(({ move }) => move).sort()].join();
    const isNew = !seen.has(key);
    seen.add(key);
    return isNew;
  });
}

/** As good in every respect, and better in one. */
function dominates(a: ReworkWay, b: ReworkWay): boolean {
  const [one, other] = [respectsOf(a), respectsOf(b)];
  return (
    one.every((value, index) => value <= (other[index] as number) + 1e-12) &&
    one.some((value, index) => value < (other[index] as number) - 1e-9)
  );
}

/** Less is better in each. */
function respectsOf(way: ReworkWay): readonly number[] {
  return [
    way.keeps ? 0 : 1,
    way.breaks.length,
    way.unsafe,
    way.leaves.length + way.makes.length,
    Math.abs(way.miss),
    way.parts,
    way.joints,
    way.reversible ? 0 : 1,
    way.fromDrawer ? 0 : 1,
    way.seriesRank,
    way.worst?.share ?? 0,
    way.after.supplyWatts,
    -(way.after.hours ?? 0),
    way.after.flickerPercent ?? 0,
  ];
}

/** Which moves at which parts, without their values and without what only mends a finding. */
export function placeOf(moves: readonly CircuitMove[]): string {
  return moves
    .filter(({ move }) => !move.startsWith('add-'))
    .map(({ move, ref }) => `${move} ${ref}`)
    .join();
}

/** The best way at each place: what is not wasteful before what is, and of places that come as near those that take least from the supply. */
export function firstOfEachPlace(ways: readonly ReworkWay[], beforeWatts: number): readonly ReworkWay[] {
  const first = new Map<string, ReworkWay>();
  for (const way of ways) if (!first.has(placeOf(way.moves))) first.set(placeOf(way.moves), way);
  const near = ({ miss }: ReworkWay) => Math.round(Math.abs(miss) / NEAR_ENOUGH);
  const wasteful = ({ after }: ReworkWay) => Number(isWasteful(after, beforeWatts));
  return [...first.values()].sort((a, b) => wasteful(a) - wasteful(b) || near(a) - near(b) || a.after.supplyWatts - b.after.supplyWatts);
}

const SERIES = ['E3', 'E6', 'E12', 'E24', 'E48', 'E96', 'E192'];

/** How coarse the series is that has every new value: 0 for E3. */
export function seriesRankOf(moves: readonly CircuitMove[]): number {
  return Math.max(
    0,
    ...moves.map((move) => {
      const value = 'ohms' in move ? move.ohms : 'farads' in move ? move.farads : 'amps' in move ? move.amps : undefined;
      if (value === undefined) return 0;
      const series = coarsestSeries(value);
      return series === undefined ? SERIES.length : SERIES.indexOf(series);
    }),
  );
}
