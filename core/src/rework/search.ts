import { type Circuit, fail, partOfKind, type Result, succeed, suppliesOf, withReplacement } from '../circuit/index.ts';
import { deviceOf, isKind, ratedChipAmps } from '../device/index.ts';
import { lightRatio, seenChange } from '../drive/index.ts';
import { atCharge, dischargeRuntime } from '../energy/index.ts';
import { findRoot } from '../numeric/index.ts';
import { coarsestSeries, preferredBetween } from '../quantity/index.ts';
import { figureOf, figuresAt, solveOperatingPoint } from '../solve/index.ts';
import type { Proposal } from './moves/move.ts';
import { applyChanges, type CircuitChange, proposalsFor } from './moves/registry.ts';
import type { ReworkFigures, ReworkGoal, ReworkWay } from './rework-way.ts';

type Move = Proposal<CircuitChange>;

const LOWEST_OHMS = 0.1;
const HIGHEST_OHMS = 1e6;
/** Preferred values taken on either side of the exact one. */
const NEIGHBOURS = 2;
/** Ratings that resistors are sold with, W. */
const RESISTOR_WATTS = [0.125, 0.25, 0.5, 1, 2, 3, 5, 10, 25];
/** A resistor at half its rating runs warm and lives; the search never proposes more. */
const RESISTOR_MARGIN = 0.5;
/** Where a mains-fed 5 V or 12 V supply may lie, relative. */
const SUPPLY_SPREAD = 0.05;

/**
 * Ways to bring the LED's chip current to the goal: for each move the exact resistance is found on the whole
 * circuit, then the preferred values around it (E24, which holds E12) are solved whole and ranked by how near they
 * come, with fewer parts first where two come as near.
 *
 * @param circuit with its most likely values
 * @returns an error where the LED is not there or the circuit has no solution; an empty list where no resistor helps
 */
export function searchWays(circuit: Circuit, goal: ReworkGoal): Result<readonly ReworkWay[]> {
  if (!partOfKind(circuit, goal.ledRef, 'led')) return fail('unknown-ref', `${goal.ledRef} is not an LED of this circuit.`, goal.ledRef);
  const before = figuresOf(circuit, goal.ledRef);
  if (!before.ok) return before;
  const ways: ReworkWay[] = [];
  for (const move of proposalsFor(circuit)) {
    for (const ohms of valuesAround(circuit, goal, move)) {
      const way = tryValue(circuit, goal, move, ohms, before.value);
      if (way) ways.push(way);
    }
  }
  return succeed(ways.sort((a, b) => rank(a) - rank(b)));
}

/** Nearness first; a part more costs as much as 2 % of miss. */
function rank({ miss, parts }: ReworkWay): number {
  return Math.abs(miss) + 0.02 * parts;
}

function valuesAround(circuit: Circuit, goal: ReworkGoal, move: Move): readonly number[] {
  const excess = (logOhms: number) => chipAmpsWith(circuit, goal, move, 10 ** logOhms) - goal.chipAmps;
  const exact = findRoot(excess, Math.log10(LOWEST_OHMS), Math.log10(HIGHEST_OHMS), 1e-7);
  if (exact === undefined) return [];
  const ohms = 10 ** exact;
  const below = preferredBetween('E24', ohms / 3, ohms).slice(-NEIGHBOURS);
  const above = preferredBetween('E24', ohms * (1 + 1e-9), ohms * 3).slice(0, NEIGHBOURS);
  return [...below, ...above];
}

function chipAmpsWith(circuit: Circuit, goal: ReworkGoal, move: Move, ohms: number): number {
  return chipAmpsOf(applyChanges(circuit, move.changes(ohms, undefined)), goal.ledRef);
}

function chipAmpsOf(circuit: Circuit, ref: string): number {
  const solved = solveOperatingPoint(circuit);
  return solved.ok ? figureOf(figuresAt(solved.value), { of: 'chip', ref, quantity: 'amps' }) : Number.NaN;
}

function tryValue(circuit: Circuit, goal: ReworkGoal, move: Move, ohms: number, before: ReworkFigures): ReworkWay | undefined {
  const bare = applyChanges(circuit, move.changes(ohms, undefined));
  const resistor = hottest(bare, move);
  if (!resistor) return undefined;
  const changes = move.changes(ohms, resistor.ratedWatts);
  const after = figuresOf(applyChanges(circuit, changes), goal.ledRef);
  if (!after.ok) return undefined;
  const ratio = lightRatio(after.value.chipAmps, before.chipAmps);
  return {
    code: move.code,
    title: move.title(ohms),
    ohms,
    series: coarsestSeries(ohms) === 'E24' ? 'E24' : 'E12',
    changes,
    parts: move.refs.length,
    joints: move.joints,
    before,
    after: after.value,
    lightRatio: ratio,
    seenChange: seenChange(ratio),
    resistor,
    miss: after.value.chipAmps / goal.chipAmps - 1,
  };
}

/** The resistor of the move that dissipates most, at the supply's highest, with the smallest rating that leaves it margin. */
function hottest(circuit: Circuit, move: Move): ReworkWay['resistor'] | undefined {
  const solved = solveOperatingPoint(extremes(circuit).high.circuit);
  if (!solved.ok) return undefined;
  const figures = figuresAt(solved.value);
  const burning = move.refs.map((ref) => ({ ref, watts: figureOf(figures, { of: 'part', ref, quantity: 'watts' }) }));
  const most = burning.reduce((a, b) => (b.watts > a.watts ? b : a));
  const ratedWatts = RESISTOR_WATTS.find((watts) => most.watts <= RESISTOR_MARGIN * watts);
  return { ...most, ratedWatts: ratedWatts ?? (RESISTOR_WATTS.at(-1) as number), over: ratedWatts === undefined };
}

function figuresOf(circuit: Circuit, ledRef: string): Result<ReworkFigures> {
  const solved = solveOperatingPoint(circuit);
  if (!solved.ok) return solved;
  const figures = figuresAt(solved.value);
  const led = partOfKind(circuit, ledRef, 'led');
  const chipAmps = figureOf(figures, { of: 'chip', ref: ledRef, quantity: 'amps' });
  const supply = suppliesOf(circuit)[0];
  const { high, low } = extremes(circuit);
  const runtime = dischargeRuntime(circuit, ledRef);
  return succeed({
    chipAmps,
    ofRated: led ? chipAmps / ratedChipAmps(led).value : Number.NaN,
    high: { label: high.label, chipAmps: chipAmpsOf(high.circuit, ledRef) },
    low: { label: low.label, chipAmps: chipAmpsOf(low.circuit, ledRef) },
    supplyAmps: supply ? -figureOf(figures, { of: 'part', ref: supply.ref, quantity: 'amps' }) : Number.NaN,
    ...(runtime.ok && { hours: runtime.value.hours }),
  });
}

interface Extreme {
  readonly label: string;
  readonly circuit: Circuit;
}

/** The circuit on fresh and on flat cells, or at the upper and lower limit of its supply. */
function extremes(circuit: Circuit): { high: Extreme; low: Extreme } {
  const supply = suppliesOf(circuit)[0];
  if (isKind(supply, 'battery') && supply.chemistry) {
    return { high: { label: 'fresh', circuit: atCharge(circuit, 1) }, low: { label: 'flat', circuit: atCharge(circuit, 0) } };
  }
  const source = supply && deviceOf(supply.kind).source;
  if (!supply || !source?.scaled || source.hertz) return { high: { label: 'as is', circuit }, low: { label: 'as is', circuit } };
  const at = (share: number): Extreme => {
    const scaled = source.scaled?.(supply, 1 + share) ?? supply;
    return { label: `${source.volts(scaled).toFixed(2)} V`, circuit: withReplacement(circuit, supply.ref, scaled) };
  };
  return { high: at(SUPPLY_SPREAD), low: at(-SUPPLY_SPREAD) };
}
