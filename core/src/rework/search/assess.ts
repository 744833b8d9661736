import { type Circuit, partOf, partsOfKind, withFields } from '../../circuit/index.ts';
import { ratedChipAmps } from '../../device/index.ts';
import { type Share, sharesOf } from '../../drive/index.ts';
import { dischargeRuntime } from '../../energy/index.ts';
import type { SolveWarmed } from '../../solve/index.ts';
import { type Corner, supplyCorners, toleranceCorners } from '../figures/corners.ts';
import type { Break, CornerFigure, Hardest } from '../figures/figures.ts';
import { hardestPart, type Measured, measure } from '../figures/measure.ts';
import { withRatings } from '../figures/sizing.ts';
import { applyMoves, type CircuitMove, effortOf, fittedBy } from '../moves/registry.ts';
import { costInDrawer, isInDrawer } from './from-drawer.ts';
import type { Task } from './task.ts';

/** A way that was solved at its nominal values and at every corner. */
export interface Assessed {
  readonly moves: readonly CircuitMove[];
  readonly circuit: Circuit;
  readonly nominal: Measured;
  readonly low: CornerFigure;
  readonly high: CornerFigure;
  /** At the worst corner, of all parts but LEDs. */
  readonly worst: Hardest | undefined;
  readonly breaks: readonly Break[];
  readonly effort: { readonly parts: number; readonly joints: number; readonly reversible: boolean };
  readonly fromDrawer: boolean;
  readonly hours: number | undefined;
}

/** A part whose share rose by less is no more loaded than before. */
export const MORE_LOADED = 1.01;
/** From half to twice the gain of a transistor: what a bag of one mark holds. A current that follows it by more is not set by anything. */
const GAIN_FACTOR = 2;
const MOST_GAIN_CHANGE = 0.25;

/** Solves a way at its corners, gives its new parts their ratings, and holds everything against the limits. */
export function assess(task: Task, moves: readonly CircuitMove[], nominal: Measured, solve: SolveWarmed): Assessed | undefined {
  const { supplyRef, ledRef, goal } = task;
  const at = { supplyRef, ledRef };
  const fitted = fittedBy(moves);
  const corners = supplyCorners(nominal.circuit, supplyRef);
  const solveAt = ({ label, circuit }: Corner) => {
    const measured = measure(circuit, at, solve, nominal.warmed);
    return measured.ok ? [{ label, measured: measured.value }] : [];
  };
  const atHigh = toleranceCorners(corners.high, fitted).map(solveAt);
  const high = atHigh.flat();
  const most = high.toSorted((a, b) => b.measured.chipAmps - a.measured.chipAmps)[0];
  // What lets the least through where the supply is high does so where it is low.
  const gentlest = atHigh.reduce(
    (least, some, index) => ((some[0]?.measured.chipAmps ?? 1e9) < (atHigh[least]?.[0]?.measured.chipAmps ?? 1e9) ? index : least),
    0,
  );
  const low = solveAt(toleranceCorners(corners.low, fitted)[gentlest] as Corner);
  const least = low[0];
  // A corner that cannot be solved is one that nothing is known of.
  if (!most || !least) return undefined;
  const solutions = [nominal.warmed, ...high.map(({ measured }) => measured.warmed)].map(({ solution }) => solution);
  const rated = withRatings(moves, nominal.circuit, solutions, goal.limits?.partShare);
  const circuit = applyMoves(task.circuit, rated);
  const shares = worstShares(solutions.map((solution) => sharesOf(circuit, solution)));
  const effort = effortOf(task.circuit, moves);
  const fromDrawer = isInDrawer(task.drawer, task.circuit, circuit, rated);
  const others = [
    ...currentBreaks(task, circuit, shares, most.measured.chipAmps),
    ...shareBreaks(task, circuit, shares, new Set(fitted)),
    ...lightBreaks(task, nominal, low, high),
    ...wattBreaks(task, [nominal, ...high.map(({ measured }) => measured)]),
    ...effortBreaks(task, effort, fromDrawer),
    ...costBreaks(task, circuit, rated),
    ...gainBreaks(task, circuit, nominal, solve),
  ];
  // A whole discharge takes long: asked only where all else holds.
  const hours = goal.limits?.hours !== undefined && others.length === 0 ? hoursOf(task, circuit) : undefined;
  const breaks = [...others, ...hourBreaks(task, hours)];
  return {
    moves: rated,
    circuit,
    nominal: { ...nominal, circuit, shares: sharesOf(circuit, nominal.warmed.solution) },
    low: { label: least.label, chipAmps: least.measured.chipAmps },
    high: { label: most.label, chipAmps: most.measured.chipAmps },
    worst: hardestPart(circuit, shares),
    breaks,
    effort,
    fromDrawer,
    hours,
  };
}

/** The largest share of each limit over several solutions. */
function worstShares(all: readonly (readonly Share[])[]): readonly Share[] {
  const worst = new Map<string, Share>();
  for (const share of all.flat()) {
    const key = `${share.ref} ${share.of}`;
    const known = worst.get(key);
    if (!known || share.share > known.share) worst.set(key, share);
  }
  return [...worst.values()];
}

/** Of the goal's LED the goal's limit or its rating, whichever is less; of all others their ratings. */
function currentBreaks({ goal, ledRef }: Task, circuit: Circuit, shares: readonly Share[], worstAmps: number): readonly Break[] {
  return partsOfKind(circuit, 'led').flatMap((led): Break[] => {
    const rated = ratedChipAmps(led).value;
    const isGoal = led.ref === ledRef;
    const amps = isGoal ? worstAmps : (shares.find(({ ref, of }) => ref === led.ref && of === 'chip-amps')?.share ?? 0) * rated;
    const limit = isGoal ? Math.min(goal.limits?.chipAmps ?? Number.POSITIVE_INFINITY, rated) : rated;
    return amps > limit * (1 + 1e-9) ? [{ limit: 'chipAmps', ref: led.ref, value: amps }] : [];
  });
}

/** What is touched or newly loaded keeps the goal's share; nothing at all goes over its rating. */
function shareBreaks(
  { goal, before, beforeAt }: Task,
  circuit: Circuit,
  shares: readonly Share[],
  fitted: ReadonlySet<string>,
): readonly Break[] {
  const wanted = goal.limits?.partShare ?? 1;
  const were = worstShares([before.shares, beforeAt.high.shares]);
  return shares.flatMap(({ ref, of, share, limit: rating }): Break[] => {
    if (of === 'chip-amps') return [];
    const isLed = partOf(circuit, ref)?.kind === 'led';
    const was = were.find((one) => one.ref === ref && one.of === of)?.share ?? 0;
    const isTouched = fitted.has(ref) || share > MORE_LOADED * was;
    // What is no more loaded than before, and over what is only usual for such a part, is a finding and no fault of the way.
    if (!isTouched && rating.assumed) return [];
    const limit = isTouched && !isLed ? wanted : 1;
    return share > limit * (1 + 1e-9) ? [{ limit: 'partShare', ref, value: share }] : [];
  });
}

/** The light is held against that before on the same supply. */
function lightBreaks(
  { goal, before, beforeAt }: Task,
  nominal: Measured,
  low: readonly { readonly measured: Measured }[],
  high: readonly { readonly measured: Measured }[],
): readonly Break[] {
  const kept = goal.limits?.lightKept;
  if (kept === undefined) return [];
  const least = Math.min(
    nominal.light / before.light,
    ...low.map(({ measured }) => measured.light / beforeAt.low.light).filter(Number.isFinite),
    ...high.map(({ measured }) => measured.light / beforeAt.high.light).filter(Number.isFinite),
  );
  return least < kept * (1 - 1e-9) ? [{ limit: 'lightKept', value: least }] : [];
}

function wattBreaks({ goal }: Task, all: readonly Measured[]): readonly Break[] {
  const limit = goal.limits?.supplyWatts;
  const most = Math.max(...all.map(({ supplyWatts }) => supplyWatts));
  return limit !== undefined && most > limit * (1 + 1e-9) ? [{ limit: 'supplyWatts', value: most }] : [];
}

function hourBreaks({ goal }: Task, hours: number | undefined): readonly Break[] {
  const least = goal.limits?.hours;
  return least !== undefined && hours !== undefined && hours < least ? [{ limit: 'hours', value: hours }] : [];
}

function effortBreaks({ goal }: Task, effort: Assessed['effort'], fromDrawer: boolean): readonly Break[] {
  const { limits = {}, only } = goal;
  return [
    ...(limits.parts !== undefined && effort.parts > limits.parts ? [{ limit: 'parts' as const, value: effort.parts }] : []),
    ...(limits.joints !== undefined && effort.joints > limits.joints ? [{ limit: 'joints' as const, value: effort.joints }] : []),
    ...(limits.reversible === true && !effort.reversible ? [{ limit: 'reversible' as const, value: 0 }] : []),
    ...(only === 'drawer' && !fromDrawer ? [{ limit: 'drawer' as const, value: effort.parts }] : []),
  ];
}

function costBreaks({ goal, drawer, circuit: before }: Task, circuit: Circuit, rated: readonly CircuitMove[]): readonly Break[] {
  const limit = goal.limits?.cost;
  if (limit === undefined) return [];
  const cost = costInDrawer(drawer, before, circuit, rated);
  return cost > limit * (1 + 1e-9) ? [{ limit: 'cost', value: cost }] : [];
}

/** Nothing may rest on a transistor's gain alone, which differs by two or more from one to the next. */
function gainBreaks({ supplyRef, ledRef }: Task, circuit: Circuit, nominal: Measured, solve: SolveWarmed): readonly Break[] {
  return partsOfKind(circuit, 'bjt').flatMap(({ ref, beta = USUAL_BETA }): Break[] => {
    const measured = measure(withFields(circuit, ref, { beta: GAIN_FACTOR * beta }), { supplyRef, ledRef }, solve, nominal.warmed);
    const change = measured.ok ? Math.abs(measured.value.chipAmps / nominal.chipAmps - 1) : 0;
    return change > MOST_GAIN_CHANGE ? [{ limit: 'gain', ref, value: change }] : [];
  });
}

/** Where a transistor says none (FORMATS, section 1). */
const USUAL_BETA = 150;

/** On fresh cells, to half of the chip current before the change; nothing where it begins below that. */
export function hoursOf({ before, beforeAt, ledRef }: Task, circuit: Circuit): number | undefined {
  if (partsOfKind(circuit, 'battery').length === 0) return undefined;
  const halfOfAmps = before.circuit.parts.some(({ kind }) => kind === 'battery') ? beforeAt.high.chipAmps : before.chipAmps;
  const runtime = dischargeRuntime(circuit, ledRef, { halfOfAmps });
  if (!runtime.ok) return undefined;
  return (runtime.value.points[0]?.chipAmps ?? 0) < halfOfAmps / 2 ? 0 : runtime.value.hours;
}

/** On fresh cells, to half of its own first chip current, or to what ends it before. */
export function ownHoursOf(circuit: Circuit, ledRef: string): number | undefined {
  const runtime = dischargeRuntime(circuit, ledRef);
  return runtime.ok ? runtime.value.hours : undefined;
}
