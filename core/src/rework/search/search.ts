import { type Circuit, type Result, succeed } from '../../circuit/index.ts';
import { preferredBetween, type Series } from '../../quantity/index.ts';
import { isAlternating, type SolveWarmed, solveWarmed } from '../../solve/index.ts';
import type { Measured } from '../figures/measure.ts';
import type { Goal } from '../goal/goal.ts';
import type { MovePlace, ValuePlace } from '../moves/move.ts';
import { allWork, applyMoves, type CircuitMove, fittedBy, placesFor } from '../moves/registry.ts';
import { type Assessed, assess } from './assess.ts';
import { drawerPairs, drawerValues, fromItem } from './drawer-values.ts';
import { Judging, USUAL_WAYS } from './judging.ts';
import { Measuring } from './measuring.ts';
import { setsOfMends, strongerFor, withMends, withSmallerCapacitors } from './mends.ts';
import { isAtSame, isLike, joined } from './places.ts';
import { firstOfEachPlace, NEAR_ENOUGH } from './rank.ts';
import { LEAST_STRENGTH, strengthsIn, UNTOLD_STRENGTH } from './strengths.ts';
import { type Start, type Task, taskOf } from './task.ts';
import { crossingsOf, outwardFrom } from './values.ts';
import type { Rework, ReworkWay } from './way.ts';

/** How far a search has come. */
export interface SearchProgress {
  readonly tried: number;
  readonly ways: readonly ReworkWay[];
}

const USUAL_SERIES: Series = 'E24';
/** Circuits solved at the most; one that alternates takes some thirty times as long. */
const MOST_TRIED = { steady: 6000, alternating: 700 };
/** Preferred values passed at a time while a crossing is looked for: half a decade, and a whole one. */
const COARSE = { steady: 12, alternating: 24 };
/** Of each place so many that keep the limits, and so many that do not. */
const [KEEPERS, BREAKERS] = [3, 1];
/** Ways that findings are mended in as well: the best at each of so many places that keep the limits. */
const MENDED = 3;
/** Ways that are judged whole beyond those that are asked for: some fall behind when their findings are known. */
const JUDGED_BESIDE = 8;
/** Where one place does not do, so many options are followed by a value elsewhere, and values of a first place stand so far apart. */
const [FIRST_OPTIONS, FIRST_SERIES] = [8, 'E6'] as const;
/** A first value within so many times the present one. */
const FIRST_RANGE = 30;

/**
 * Ways to a goal on a circuit, each solved whole. In steps: between two of them whoever asked can stop it, and show what
 * was found.
 *
 * @param circuit as the readings left it
 * @returns an error where the goal names what is not there, or the circuit has no solution
 */
export function* searchInSteps(circuit: Circuit, goal: Goal, solve: SolveWarmed = solveWarmed): Generator<SearchProgress, Result<Rework>> {
  const task = taskOf(circuit, goal, solve);
  if (!task.ok) return task;
  return succeed(yield* new Search(task.value, solve).run());
}

/** The same in one go. */
export function searchWays(circuit: Circuit, goal: Goal, solve: SolveWarmed = solveWarmed): Result<Rework> {
  const steps = searchInSteps(circuit, goal, solve);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/** A way of somebody's own, measured and judged as those that are found. */
export function ownWay(circuit: Circuit, goal: Goal, moves: readonly CircuitMove[], solve: SolveWarmed = solveWarmed): Result<ReworkWay> {
  const task = taskOf(circuit, goal, solve);
  if (!task.ok) return task;
  return new Search(task.value, solve).own(moves);
}

/** Moves that begin at a start, with the circuit that they come to. */
interface Tried {
  readonly moves: readonly CircuitMove[];
  readonly nominal: Measured;
}

class Search {
  private readonly most: number;
  private readonly coarse: number;
  private readonly measuring: Measuring;
  private readonly judging: Judging;
  private readonly found = new Map<string, Assessed>();
  private wantsKeepers = false;

  constructor(
    private readonly task: Task,
    solve: SolveWarmed,
  ) {
    const kind = isAlternating(task.starts[0]?.circuit ?? task.circuit) ? 'alternating' : 'steady';
    this.most = MOST_TRIED[kind];
    this.coarse = COARSE[kind];
    this.measuring = new Measuring(task, solve);
    this.judging = new Judging(this.measuring);
  }

  *run(): Generator<SearchProgress, Rework> {
    const { task } = this;
    for (const start of task.starts) {
      // What must be done in any case may be all that is needed; and where nothing is aimed at, findings alone are mended.
      if (start.moves.length > 0) this.keepStart(start);
      else if (task.goal.aim === 'none') this.keep([], start.nominal);
      for (const place of this.placesAt(start)) {
        this.tryPlace(start, place);
        yield this.progress();
      }
    }
    // Two places that do not keep the limits either say no more than one.
    this.wantsKeepers = true;
    if (!this.hasKeeper) yield* this.tryRepairs();
    if (!this.hasKeeper) yield* this.tryTwoPlaces();
    this.wantsKeepers = false;
    return this.result(yield* this.judged());
  }

  own(moves: readonly CircuitMove[]): Result<ReworkWay> {
    const { task } = this;
    const begun = task.starts[0]?.moves ?? [];
    const all = [...begun, ...moves];
    const nominal = this.measuring.measured(applyMoves(task.circuit, all), task.before);
    if (!nominal.ok) return nominal;
    const assessed = assess(task, all, nominal.value, this.measuring.solve);
    return assessed
      ? succeed(this.judging.judge(assessed))
      : { ok: false, error: { code: 'no-convergence', message: 'It has no solution at the limits of its supply.', path: 'moves' } };
  }

  /** What only takes another supply is a way where it keeps the limits: nothing is to be done. */
  private keepStart({ moves, nominal }: Start): void {
    const isSupplyAlone = moves.every(({ move }) => move === 'replace-supply');
    if (!isSupplyAlone || assess(this.task, moves, nominal, this.measuring.solve)?.breaks.length === 0) this.keep(moves, nominal);
  }

  /** @param untold also those that the chip current does not follow */
  private placesAt({ circuit }: Start, untold = false): readonly MovePlace<CircuitMove>[] {
    const places = placesFor(circuit, this.task.codes, { ...this.task.context, ledRef: this.measuring.ledIn(circuit) });
    const strength = strengthsIn(circuit, this.measuring.ledIn(circuit));
    const strengthOf = (place: MovePlace<CircuitMove>) =>
      place.is === 'value' && place.of ? Math.max(...place.of.map((ref) => strength.get(ref) ?? 0)) : UNTOLD_STRENGTH;
    return places.filter((place) => untold || strengthOf(place) > LEAST_STRENGTH).toSorted((a, b) => strengthOf(b) - strengthOf(a));
  }

  /** @param missOf what is to become nothing along the values */
  private tryPlace(start: Start, place: MovePlace<CircuitMove>, missOf = (measured: Measured) => this.measuring.missOf(measured)): void {
    if (place.is === 'options') {
      for (const option of place.options) this.tryMoves(start, option);
      return;
    }
    if (this.measuring.tried >= this.most) return;
    const known = new Map<number, Tried | undefined>();
    let near = start.nominal;
    const movesAt = (value: number): readonly CircuitMove[] => joined(start.moves, this.stocked(place, value));
    const tried = (value: number): Tried | undefined => {
      if (known.has(value)) return known.get(value);
      const moves = movesAt(value);
      const nominal = this.measuring.measured(applyMoves(this.task.circuit, moves), near);
      const one = nominal.ok ? { moves, nominal: nominal.value } : undefined;
      if (one) near = one.nominal;
      known.set(value, one);
      return one;
    };
    const miss = (value: number) => {
      const one = tried(value);
      const missed = one && missOf(one.nominal);
      return missed !== undefined && Number.isFinite(missed) ? missed : undefined;
    };
    for (const values of this.valuesFor(place)) {
      const crossings = crossingsOf(values, miss, this.coarse);
      for (const centre of crossings.at) this.walk(values, centre, miss, tried);
      const nearest = crossings.at.length === 0 ? crossings.nearest : undefined;
      const one = nearest === undefined ? undefined : tried(values[nearest] as number);
      if (one && this.isNearer(one.nominal, start.nominal)) this.keep(one.moves, one.nominal);
      const centre = crossings.at[0] ?? crossings.nearest;
      if (centre !== undefined) this.tryPairs(start, place, exactAt(values, centre, miss));
    }
  }

  /** Whether something changed at all towards the goal. */
  private isNearer(measured: Measured, start: Measured): boolean {
    return Math.abs(this.measuring.missOf(measured)) < NEARER * Math.abs(this.measuring.missOf(start));
  }

  /** From a crossing outwards, until enough were found that keep the limits. */
  private walk(
    values: readonly number[],
    centre: number,
    miss: (value: number) => number | undefined,
    tried: (value: number) => Tried | undefined,
  ): void {
    let [keepers, breakers] = [0, 0];
    for (const value of outwardFrom(values, centre, miss)) {
      const one = tried(value);
      if (!one || keepers >= KEEPERS || this.measuring.tried >= this.most) {
        if (keepers >= KEEPERS || this.measuring.tried >= this.most) return;
        continue;
      }
      // What passes a limit at its nominal values passes it at the corners.
      const isOver = this.measuring.passedBy(one.nominal) > 1e-9;
      if (isOver && breakers >= BREAKERS) continue;
      const assessed = this.keep(one.moves, one.nominal);
      if (assessed?.breaks.length === 0) keepers += 1;
      else breakers += 1;
    }
  }

  /** The lists of values to search along: preferred ones, and what lies in the drawer. */
  private valuesFor(place: ValuePlace<CircuitMove>): readonly (readonly number[])[] {
    const { goal, drawer } = this.task;
    const stocked = drawerValues(drawer, place.unit, place.moves(1).length).filter((value) => value >= place.from && value <= place.to);
    const series = goal.only === 'drawer' ? [] : preferredBetween(goal.series ?? USUAL_SERIES, place.from, place.to);
    return [series, stocked].filter(({ length }) => length > 0);
  }

  private stocked(place: ValuePlace<CircuitMove>, value: number): readonly CircuitMove[] {
    return fromItem(this.task.drawer, place.unit, value, place.moves(value));
  }

  /** Two of the drawer in the place of one part, where no single one does. */
  private tryPairs(start: Start, place: ValuePlace<CircuitMove>, wanted: number): void {
    const [move, ...more] = place.moves(wanted);
    if (this.task.drawer.length === 0 || !move || more.length > 0) return;
    if (move.move !== 'replace-resistor' && move.move !== 'replace-capacitor') return;
    for (const moves of drawerPairs(this.task.drawer, start.circuit, move.ref, wanted)) this.tryMoves(start, moves);
  }

  private tryMoves(start: Start, moves: readonly CircuitMove[]): void {
    if (this.measuring.tried >= this.most) return;
    const all = joined(start.moves, moves);
    const nominal = this.measuring.measured(applyMoves(this.task.circuit, all), start.nominal);
    if (nominal.ok) this.keep(all, nominal.value);
  }

  private keep(moves: readonly CircuitMove[], nominal: Measured): Assessed | undefined {
    const key = JSON.stringify(moves);
    const known = this.found.get(key);
    if (known || nominal.ofRated < DARK || !allWork(moves, nominal.warmed.solution)) return known;
    const assessed = assess(this.task, moves, nominal, this.measuring.solve);
    if (!assessed) return undefined;
    if (this.task.goal.only === 'drawer' && !assessed.fromDrawer && fittedBy(moves).length > 0) return undefined;
    if (!this.wantsKeepers || assessed.breaks.length === 0) this.found.set(key, assessed);
    return this.withStronger(assessed, moves, nominal) ?? assessed;
  }

  /** Where all that is in the way is parts that bear too little: the same with stronger ones. */
  private withStronger({ breaks, circuit }: Assessed, moves: readonly CircuitMove[], nominal: Measured): Assessed | undefined {
    const fitted = new Set(fittedBy(moves));
    const weak = [...new Set(breaks.map(({ ref }) => ref ?? ''))];
    if (weak.length === 0 || weak.some((ref) => fitted.has(ref)) || breaks.some(({ limit }) => limit !== 'partShare')) return undefined;
    const stronger = weak.flatMap((ref) => strongerFor(circuit, ref) ?? []).filter(({ move }) => this.task.codes.includes(move));
    if (stronger.length < weak.length) return undefined;
    const all = [...moves, ...stronger];
    const measured = this.measuring.measured(applyMoves(this.task.circuit, all), nominal);
    return measured.ok ? this.keep(all, measured.value) : undefined;
  }

  /** One keeps the limits and comes near, or as near as the LED's own limit lets it. */
  private get hasKeeper(): boolean {
    return [...this.found.values()].some(({ breaks, nominal, high, circuit }) => {
      if (breaks.length > 0) return false;
      const miss = this.measuring.missOf(nominal);
      return Math.abs(miss) < NEAR_ENOUGH || (miss < 0 && high.chipAmps > AT_LIMIT * this.measuring.limitIn(circuit));
    });
  }

  /** Ways that come near, and leave another LED or part over what it takes: a value elsewhere that holds that back. */
  private *tryRepairs(): Generator<SearchProgress> {
    const near = [...this.found.values()]
      .filter(
        ({ nominal, breaks }) =>
          Math.abs(this.measuring.missOf(nominal)) < NEAR_ENOUGH &&
          breaks.every(({ ref }) => ref !== undefined && ref !== this.task.ledRef),
      )
      .sort((a, b) => Math.abs(this.measuring.missOf(a.nominal)) - Math.abs(this.measuring.missOf(b.nominal)))
      .slice(0, REPAIRED);
    for (const { moves, nominal } of near) {
      const then: Start = { moves, circuit: applyMoves(this.task.circuit, moves), nominal };
      for (const place of this.placesAt(then, true)) {
        if (place.is === 'value' && !isAtSame(place, moves)) this.tryPlace(then, place, (measured) => this.measuring.passedBy(measured));
      }
      yield this.progress();
    }
  }

  /** Where one place does not do: an option or a value at one, and then a value at another. */
  private *tryTwoPlaces(): Generator<SearchProgress> {
    for (const start of this.task.starts) {
      const places = this.placesAt(start);
      for (const [index, place] of places.entries()) {
        for (const first of this.firstMoves(place)) {
          const circuit = applyMoves(start.circuit, first);
          const nominal = this.measuring.measured(circuit, start.nominal);
          if (!nominal.ok) continue;
          const then: Start = { moves: [...start.moves, ...first], circuit, nominal: nominal.value };
          const others = this.placesAt(then).filter((other) => other.is === 'value' && !isAtSame(other, first));
          // Two values are tried in one order only; what an option leaves is tried everywhere.
          const after =
            place.is === 'options' ? others : others.filter((other) => !places.slice(0, index).some((one) => isLike(one, other)));
          for (const other of after) {
            if (this.measuring.tried >= this.most) return;
            this.tryPlace(then, other);
          }
          yield this.progress();
        }
      }
    }
  }

  /** What the first of two places could be: every option, or values far apart. */
  private firstMoves(place: MovePlace<CircuitMove>): readonly (readonly CircuitMove[])[] {
    if (place.is === 'options') return place.options.slice(0, FIRST_OPTIONS);
    const { now, from, to } = place;
    if (this.task.goal.only === 'drawer') return (this.valuesFor(place)[0] ?? []).map((value) => this.stocked(place, value));
    const values =
      now === undefined
        ? preferredBetween('E3', from, to)
        : preferredBetween(FIRST_SERIES, Math.max(from, now / FIRST_RANGE), Math.min(to, FIRST_RANGE * now));
    return values.map((value) => place.moves(value));
  }

  private progress(): SearchProgress {
    return {
      tried: this.measuring.tried,
      ways: this.judging.best(
        [...this.found.values()].map((one) => this.judging.unjudged(one)),
        false,
      ),
    };
  }

  /** The best of those found, with findings mended where that can be, judged whole. */
  private *judged(): Generator<SearchProgress, readonly ReworkWay[]> {
    const { goal } = this.task;
    const wanted = goal.ways ?? USUAL_WAYS;
    const unjudged = this.judging.best(
      [...this.found.values()].map((one) => this.judging.unjudged(one)),
      false,
    );
    const keeping = unjudged.filter(({ keeps }) => keeps);
    const asItIs = unjudged.filter(({ moves }) => moves.length === 0);
    // As it is, where that keeps the limits: mending alone brings no current down.
    const isEnough = asItIs.length > 0 && (asItIs.some(({ keeps }) => keeps) || keeping.length === 0);
    yield* this.mendFindings(
      isEnough
        ? asItIs
        : keeping.length > 0
          ? firstOfEachPlace(keeping, this.task.before.supplyWatts).slice(0, MENDED)
          : unjudged.slice(0, 1),
    );
    const all = [...this.found.values()].map((one) => this.judging.unjudged(one));
    const chosen = this.judging.bestOf(all, wanted + JUDGED_BESIDE, false);
    const ways: ReworkWay[] = [];
    for (const { moves } of chosen) {
      const assessed = [...this.found.values()].find((one) => one.moves === moves);
      if (assessed) ways.push(this.judging.judge(assessed));
      yield { tried: this.measuring.tried, ways: this.judging.best(ways, true) };
    }
    return this.judging.best(ways, true);
  }

  /** Each of the ways with what mends all findings, and the best also with what mends all but one. */
  private *mendFindings(ways: readonly ReworkWay[]): Generator<SearchProgress> {
    for (const [rank, way] of ways.entries()) {
      const assessed = [...this.found.values()].find(({ moves }) => moves === way.moves);
      const findings = (assessed && this.judging.findingsAfter(assessed)) ?? this.task.findings;
      for (const set of setsOfMends(way, findings, this.task.codes, rank === 0)) this.tryMended(way, set);
      yield this.progress();
    }
  }

  /** Where the LEDs get too much by a new capacitor's tolerance, with the next smaller ones. */
  private tryMended(way: ReworkWay, mends: readonly CircuitMove[]): void {
    for (const fitted of withSmallerCapacitors(mends)) {
      const moves = withMends(way.moves, fitted);
      const nominal = this.measuring.measured(applyMoves(this.task.circuit, moves), this.task.before);
      const breaks = nominal.ok ? this.keep(moves, nominal.value)?.breaks : undefined;
      if (!breaks || breaks.length === 0 || breaks.some(({ limit }) => limit !== 'chipAmps')) return;
    }
  }

  private result(ways: readonly ReworkWay[]): Rework {
    const { task } = this;
    const { measured } = task.unchanged;
    return {
      ledRef: task.ledRef,
      supplyRef: task.supplyRef,
      before: this.judging.plainFigures(task.before),
      unchanged: measured && this.judging.plainFigures(measured),
      findings: task.findings,
      tried: this.measuring.tried,
      isCut: this.measuring.tried >= this.most,
      ways,
    };
  }
}

/** From here on a current is at its limit: the next value would pass it. */
const AT_LIMIT = 0.8;
/** Ways that are repaired at a second place. */
const REPAIRED = 3;
/** A value that crosses nothing is worth showing where it takes this off what is missed. */
const NEARER = 0.9;
/** Of its rating: what has less is dark, and no way to anything. */
const DARK = 0.005;

/** A value between the two that a crossing lies between, by the straight line in its logarithm. */
function exactAt(values: readonly number[], index: number, miss: (value: number) => number | undefined): number {
  const here = values[index] as number;
  const missed = miss(here) ?? 0;
  for (const other of [values[index - 1], values[index + 1]]) {
    const off = other === undefined ? undefined : miss(other);
    if (other !== undefined && off !== undefined && off * missed < 0) return here * (other / here) ** (missed / (missed - off));
  }
  return here;
}
